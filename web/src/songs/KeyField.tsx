import { say } from '@fleet-wren/wording';
import {
  MODES,
  displayNote,
  findSongKey,
  formatKey,
  keyOfSignature,
  type Key,
  type Mode,
  type Song,
} from '@fleet-wren/core';
import { useMemo } from 'react';
import { Form } from 'react-bootstrap';
import { keyWords } from './key-words.ts';
import { useSongStore } from './song-store.ts';

/** Signatures that keys are offered with, from five flats to six sharps. */
const SIGNATURES = Array.from({ length: 12 }, (_, index) => index - 5);

/** The keys of a mode by the names of their tonics. */
const keysIn = (mode: Mode): readonly Key[] =>
  SIGNATURES.map((signs) => keyOfSignature(signs, mode)).sort((a, b) =>
    displayNote(a.tonic).localeCompare(displayNote(b.tonic)),
  );

/** The key a song sounds in: found by its chords, or as the teacher says. */
export const KeyField = ({ song }: { readonly song: Song }) => {
  const { applyEdit } = useSongStore().getState();
  const found = useMemo(() => findSongKey({ ...song, key: undefined }), [song]);
  return (
    <Form.Select
      size="sm"
      aria-label={say('songs.key-of-song')}
      value={song.key ?? ''}
      onChange={({ target }) => applyEdit({ kind: 'setKey', key: target.value || undefined })}
    >
      <option value="">{say('songs.key-found', { key: keyWords(found?.sounding) })}</option>
      {MODES.map((mode) => (
        <optgroup key={mode} label={say('songs.mode-name', { mode })}>
          {keysIn(mode).map((key) => (
            <option key={formatKey(key)} value={formatKey(key)}>
              {keyWords(key)}
            </option>
          ))}
        </optgroup>
      ))}
    </Form.Select>
  );
};
