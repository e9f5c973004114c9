import { say } from '@fleet-wren/wording';
import { displayNote, type Key } from '@fleet-wren/core';

/** A key in words: “G major”; what is said where it is not known. */
export const keyWords = (key: Key | undefined): string =>
  key ? say('songs.key-name', { tonic: displayNote(key.tonic), mode: key.mode }) : say('songs.key-unknown');
