import { keySignature, MODES, parseNote, type Key, type Mode } from '../../theory/index.ts';
import { SEMITONES, byKey } from '../notation/pitch-spelling.ts';

/** The accidentals of a key by letter, in semitones. */
export type Accidentals = Readonly<Record<string, number>>;

/** What a key field says: the accidentals that hold, the key where it has a name, and octaves a clef moves notes by. */
export interface AbcKey {
  readonly accidentals: Accidentals;
  readonly key?: Key;
  readonly octaves: number;
}

/** Accidentals of so many sharps, flats below zero. */
const accidentalsOf = (signs: number): Accidentals =>
  Object.fromEntries(Object.keys(SEMITONES).map((letter) => [letter, byKey(letter, signs)]));

/** Names of modes by their first three letters (ABC 2.1, 4.2 “Key”). */
const MODE_NAMES: Readonly<Record<string, Mode>> = {
  ...Object.fromEntries(MODES.map((mode) => [mode.slice(0, 3), mode])),
  ion: 'major',
  aeo: 'minor',
  m: 'minor',
};

const LOCRIAN = { name: 'loc', signs: -5 } as const;

const TONIC = /^([A-G])([#b]?)\s*([A-Za-z]*)/;

/** Octaves that a clef or `octave=` moves what is written. */
const octavesOf = (text: string): number => {
  const said = /octave=(-?\d)/.exec(text);
  if (said) return Number(said[1]);
  if (/(?:clef=)?[a-z]*-8\b/.test(text)) return -1;
  return /(?:clef=)?[a-z]*\+8\b/.test(text) ? 1 : 0;
};

/** Single accidentals after the mode: `^f`, `_b`, `=c`. */
const extrasOf = (text: string): Accidentals => {
  const values: Readonly<Record<string, number>> = { '^': 1, _: -1, '=': 0 };
  return Object.fromEntries(
    [...text.matchAll(/(?<=\s)([\^_=])([a-gA-G])\b/g)].map(([, sign = '', letter = '']) => [
      letter.toUpperCase(),
      values[sign] ?? 0,
    ]),
  );
};

/**
 * Reads a key field: `G`, `Am`, `D dorian`, `Eb mix ^f`, `none`, `HP`; undefined for what is none.
 * @see ABC notation standard 2.1, section 4.2
 */
export const parseAbcKey = (text: string): AbcKey | undefined => {
  const octaves = octavesOf(text);
  const field = text.trim();
  if (/^(none|$)/i.test(field) || /^(clef|treble|bass|octave)/.test(field)) return { accidentals: {}, octaves };
  // The Highland pipes: F and C sharp, whatever is written.
  if (/^H[Pp]\b/.test(field)) return { accidentals: accidentalsOf(2), octaves };
  const [, letter, sign = '', word = ''] = TONIC.exec(field) ?? [];
  const tonic = letter === undefined ? undefined : parseNote(letter + sign);
  if (!tonic) return undefined;
  const name = word === 'm' ? 'm' : word.slice(0, 3).toLowerCase();
  const extras = extrasOf(field);
  if (name === LOCRIAN.name) {
    const signs = keySignature({ tonic, mode: 'major' }) + LOCRIAN.signs;
    return { accidentals: { ...accidentalsOf(signs), ...extras }, octaves };
  }
  const isExplicit = name === 'exp';
  const mode = isExplicit || name === '' || name === 'cle' ? 'major' : MODE_NAMES[name];
  if (!mode) return { accidentals: { ...accidentalsOf(keySignature({ tonic, mode: 'major' })), ...extras }, octaves };
  const key: Key = { tonic, mode };
  return { accidentals: { ...(isExplicit ? {} : accidentalsOf(keySignature(key))), ...extras }, key, octaves };
};
