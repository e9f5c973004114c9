import { LIVE_TEMPO, tunedWords, type LiveEvent, type SoundCheck } from '@fleet-wren/core';

/** What is wrong with the sound, and what to do. */
const CHECKS: Readonly<Record<SoundCheck['says'], string | null>> = {
  good: null,
  'nothing is heard': 'Nothing is heard. Play, or look whether it is the right microphone.',
  'too quiet': 'It is too quiet: come nearer to the microphone.',
  'too loud': 'It is too loud and cut off: go farther from the microphone.',
  'too noisy': 'The room is too loud to hear every stroke.',
};

const strange = (semitones: number): string => {
  if (semitones === 0) return 'This does not sound like what is set.';
  const { by, way } = tunedWords(semitones);
  return `The strings seem to be ${by} ${way} than what is set.`;
};

/** What was heard last, in a few words. */
export const heardWords = (event: LiveEvent | null, check: SoundCheck['says'] | null, asked: number | null): string => {
  const trouble = check && CHECKS[check];
  if (!event || event.kind === 'lost') return trouble ?? 'Play it round and round: it is counted by ear.';
  if (event.kind === 'strange') return trouble ?? strange(event.by);
  const tempo = Math.round(event.tempo);
  if (event.kind === 'found') return `Found, at ${tempo}.`;
  if (event.verdict === 'slipped') return `Slipped: ${event.why ?? ''}.`;
  if (event.verdict === 'cannot be told') return 'That one could not be told.';
  return tooSlow(event.tempo, asked) ? `Clean, but at ${tempo}: asked is ${asked}.` : `Clean, at ${tempo}.`;
};

/** Whether a time through was too slow to count for what is asked. */
const tooSlow = (tempo: number, asked: number | null): boolean => asked !== null && tempo < LIVE_TEMPO * asked;

/** What a time through counts for; null where it counts for nothing. */
export const countOf = (event: LiveEvent, asked: number | null): 'clean' | 'slipped' | null => {
  if (event.kind !== 'cycle' || event.verdict === 'cannot be told') return null;
  if (event.verdict === 'slipped') return 'slipped';
  return tooSlow(event.tempo, asked) ? null : 'clean';
};
