import type { MessageValue } from '../message/index.ts';
import { BACKUP_ERRORS } from './backups.ts';
import { AUTH_ERRORS } from './auth-errors.ts';

/**
 * The one registry of errors: every code the project can answer with, and its HTTP status. What a teacher reads is in
 * the catalogue of texts, under `error.` and the code.
 */
export const ERRORS = {
  // The pattern and its strokes
  'stroke-outside-length': { status: 422 },
  'string-muted': { status: 422 },
  'string-missing': { status: 422 },
  'string-taken': { status: 422 },
  'stroke-id-taken': { status: 422 },
  'ladder-impossible': { status: 422 },
  'event-wrong': { status: 422 },
  'sitting-wrong': { status: 422 },
  'link-ended': { status: 404 },
  'tuning-wrong': { status: 422 },
  'tempo-out-of-range': { status: 422 },
  'metre-unknown': { status: 422 },
  'length-out-of-range': { status: 422 },
  'subdivision-unknown': { status: 422 },
  'strings-out-of-range': { status: 422 },
  'pitch-out-of-range': { status: 422 },
  'voicing-strings': { status: 422 },
  'fret-out-of-range': { status: 422 },
  'pitch-too-high': { status: 422 },
  'touch-beyond-neck': { status: 422 },
  'text-unusable': { status: 422 },
  'edit-unknown': { status: 422 },
  'chord-unknown': { status: 422 },
  'song-wrong': { status: 422 },
  'chart-unreadable': { status: 422 },
  'chord-without-shape': { status: 422 },
  'chart-empty': { status: 422 },
  'chord-unreadable': { status: 422 },
  'capo-out-of-range': { status: 422 },
  'frets-out-of-range': { status: 422 },
  'thumb-strings-out-of-range': { status: 422 },
  'school-unknown': { status: 422 },
  'name-wrong': { status: 422 },
  'too-many-strokes': { status: 422 },
  'division-wrong': { status: 422 },
  'chord-change-wrong': { status: 422 },
  'span-wrong': { status: 422 },
  'endings-wrong': { status: 422 },
  'swing-wrong': { status: 422 },
  'tags-wrong': { status: 422 },
  'no-node': { status: 422 },
  'slur-without-note': { status: 422 },
  'transform-clash': { status: 422 },
  'pattern-empty': { status: 422 },

  'letters-not-in-type': { status: 422 },

  // Takes
  'take-silent': { status: 422 },
  'take-too-short': { status: 422 },
  'take-clipped': { status: 422 },
  'take-tuned': { status: 422 },
  'take-does-not-fit': { status: 422 },
  'sound-wrong': { status: 422 },

  // Conflicts in a fingering: the rest of the pattern is fingered all the same
  'pin-not-in-school': { status: 422 },
  'pins-one-digit-twice': { status: 422 },
  'pins-crossed': { status: 422 },
  'too-many-notes': { status: 422 },
  'no-digit-for-string': { status: 422 },

  'fingering-bounded': { status: 422 },

  // Generators, transforms, drills
  'generator-value': { status: 422 },
  'displacement-uneven': { status: 422 },
  'no-string-left': { status: 422 },
  'out-of-reach': { status: 422 },
  'cannot-transform': { status: 422 },

  // Schools and hands of a studio's own
  'no-pins': { status: 422 },
  'pins-contradict': { status: 422 },
  'school-without-digits': { status: 422 },
  'school-digit-unknown': { status: 422 },
  'school-home-wrong': { status: 422 },
  'school-weight-wrong': { status: 422 },
  'school-name-wrong': { status: 422 },
  'hand-wrong': { status: 422 },
  'compared-wrong': { status: 422 },
  'taps-too-few': { status: 422 },
  'taps-uneven': { status: 422 },
  'estimate-wrong': { status: 422 },

  // Reading what comes from outside
  'not-json': { status: 400 },
  truncated: { status: 400 },
  'not-ours': { status: 400 },
  'too-new': { status: 400 },
  'field-wrong': { status: 400 },
  'too-large': { status: 413 },
  'figure-unreadable': { status: 400 },
  'file-unreadable': { status: 400 },
  'midi-unreadable': { status: 400 },
  'no-notes': { status: 400 },
  'tab-symbol': { status: 400 },
  'signs-left-out': { status: 200 },
  'tab-systems-differ': { status: 400 },
  'xml-unreadable': { status: 400 },
  'not-musicxml': { status: 400 },
  'positions-guessed': { status: 200 },
  'times-straightened': { status: 200 },
  'notes-left-out': { status: 200 },
  'notes-doubled': { status: 200 },
  'some-positions-guessed': { status: 200 },
  'bars-short': { status: 200 },
  'metre-changes': { status: 200 },
  'tempo-changes': { status: 200 },
  'repeats-once': { status: 200 },
  'abc-unreadable': { status: 200 },
  'jumps-once': { status: 200 },
  'chords-heard': { status: 200 },
  'bars-left-out': { status: 200 },
  'chord-unheld': { status: 200 },
  'tab-upside-down': { status: 200 },
  'tab-tuning-disputed': { status: 200 },
  'tab-text-left-out': { status: 200 },
  'tab-grace': { status: 200 },
  'tab-bends': { status: 200 },
  'times-from-counts': { status: 200 },
  'not-read': { status: 400 },
  'file-damaged': { status: 400 },
  'times-from-columns': { status: 200 },
  'tuning-unknown': { status: 200 },
  'marks-left-out': { status: 200 },
  'beats-unwritten': { status: 200 },
  'format-keeps-no': { status: 200 },
  'muted-left-out': { status: 200 },
  usage: { status: 400 },

  ...AUTH_ERRORS,
  ...BACKUP_ERRORS,

  // The studio and what it keeps
  'version-conflict': { status: 409 },
  'request-under-way': { status: 409 },
  'quota-reached': { status: 409 },
  'request-wrong': { status: 400 },
  'took-too-long': { status: 503 },
  'request-slow': { status: 408 },
  busy: { status: 503 },
  'storage-full': { status: 503 },
  'password-weak': { status: 400 },
  'answer-incomplete': { status: 502 },
  unavailable: { status: 503 },
  internal: { status: 500 },
} as const satisfies Record<string, { status: number }>;

/** A code from the registry of errors. */
export type ErrorCode = keyof typeof ERRORS;

/** The values an error's text takes. */
export type ErrorParams = Readonly<Record<string, MessageValue>>;
