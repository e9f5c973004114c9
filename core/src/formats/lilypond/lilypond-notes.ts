import { isFinger } from '../../pattern/index.ts';
import { TICKS_PER_QUARTER, greatestCommonDivisor } from '../../time/index.ts';
import type { VoicePieces } from '../notation/notate-bar.ts';
import type { NoteValue } from '../notation/note-values.ts';
import { spellPitch } from '../notation/pitch-spelling.ts';
import type { NotatedStroke } from '../notation/split-voices.ts';

/** Ticks of a whole note. */
const WHOLE = 4 * TICKS_PER_QUARTER;

/** The octave whose notes have no mark: small c is an octave below middle C. */
const UNMARKED = 3;

/** A note name in the format's own default language: `cis`, `ees`. */
export const noteNameText = (letter: string, alter: number): string =>
  letter.toLowerCase() + (alter > 0 ? 'is'.repeat(alter) : 'es'.repeat(-alter));

/** A pitch: its note name, and a mark for each octave. */
export const pitchText = (midi: number, fifths: number): string => {
  const { step, alter, octave } = spellPitch(midi, fifths);
  const marks = octave >= UNMARKED ? "'".repeat(octave - UNMARKED) : ','.repeat(UNMARKED - octave);
  return noteNameText(step, alter) + marks;
};

/** Text between quotes. */
export const quote = (text: string): string =>
  `"${text.replaceAll('\\', '\\\\').replaceAll('"', '\\"').replaceAll('\n', ' ')}"`;

/** A length that no note value has: a whole note times a fraction. */
export const lengthText = (ticks: number): string => {
  const shared = greatestCommonDivisor(Math.round(ticks * 4), WHOLE * 4);
  return `1*${Math.round(ticks * 4) / shared}/${(WHOLE * 4) / shared}`;
};

const TYPES: Readonly<Record<string, string>> = { whole: '1', half: '2', quarter: '4', eighth: '8' };

const valueText = (value: NoteValue | undefined, ticks: number): string => {
  if (!value) return lengthText(ticks);
  return (TYPES[value.type] ?? value.type.replace(/\D/g, '')) + '.'.repeat(value.dots);
};

/** Numbers of the digits of the right hand: thumb 1 to ring 4, the little finger 5. */
const DIGIT_NUMBERS: Readonly<Record<string, number>> = { p: 1, i: 2, m: 3, a: 4, c: 5 };

const digitText = ({ digit }: NotatedStroke): string =>
  digit !== null && (digit === 'p' || isFinger(digit)) ? `-\\rightHandFinger #${DIGIT_NUMBERS[digit]}` : '';

const headText = (one: NotatedStroke, fifths: number): string => {
  const { dead, damped, harmonic, pitch, string } = one.stroke;
  const before = (dead ? '\\deadNote ' : '') + (damped ? '\\palmMute ' : '');
  return `${before}${pitchText(pitch ?? 0, fifths)}${harmonic ? '\\harmonic' : ''}\\${string}${digitText(one)}`;
};

const SLUR_LETTERS: Readonly<Record<string, string>> = { 'hammer-on': 'H', 'pull-off': 'P', slide: 'sl', tap: 'T' };

/** What stands over notes that are struck together. */
const scriptsOf = (strokes: readonly NotatedStroke[]): string => {
  const has = (test: (one: NotatedStroke) => boolean): boolean => strokes.some(test);
  const letters = strokes.flatMap(({ stroke }) => {
    const letter = stroke.tapped ? 'T' : SLUR_LETTERS[stroke.slur ?? ''];
    return letter ? [letter] : [];
  });
  return [
    has(({ stroke }) => !!stroke.accent) ? '->' : '',
    has(({ stroke }) => !!stroke.staccato) ? '-.' : '',
    has(({ stroke }) => stroke.trill !== undefined) ? '\\trill' : '',
    has(({ stroke }) => !!stroke.rolled) ? '\\arpeggio' : '',
    has(({ digit }) => digit === 'down') ? '\\downbow' : '',
    has(({ digit }) => digit === 'up') ? '\\upbow' : '',
    ...[...new Set(letters)].map((letter) => `^${quote(letter)}`),
  ].join('');
};

type Piece = VoicePieces[number];

const pieceText = ({ content, value, ticks, tiedFrom, tiedTo }: Piece, fifths: number): string => {
  const length = valueText(value, ticks);
  if (!content) return `r${length}`;
  const heads = content.map((one) => headText(tiedFrom ? { ...one, digit: null } : one, fifths));
  // A number of the hand would take a bracket right behind it for part of itself.
  return `<${heads.join(' ')} >${length}${tiedTo ? '~' : ''}${tiedFrom ? '' : scriptsOf(content)}`;
};

/** A bar of a voice, with its tuplets. */
export const voiceBarText = (pieces: VoicePieces, fifths: number): string =>
  pieces
    .map((piece) => {
      const [actual, normal] = piece.value?.tuplet ?? [1, 1];
      const begins = piece.tupletBegins ? `\\tuplet ${actual}/${normal} { ` : '';
      return begins + pieceText(piece, fifths) + (piece.tupletEnds ? ' }' : '');
    })
    .join(' ');
