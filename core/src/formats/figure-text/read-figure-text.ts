import { createProblem, failure, success, type Problem, type Result } from '../../errors/index.ts';
import { resolveSchoolOrThrow } from '../../fingering/index.ts';
import { stringCount } from '../../instrument/index.ts';
import {
  describePosition,
  findStringOfRole,
  patternLength,
  subdivisionTicks,
  type Digit,
  type Pattern,
  type Stroke,
} from '../../pattern/index.ts';
import { parseStringNotation } from '../string-notation/parse-string-notation.ts';
import { importTab } from '../tab/import-tab.ts';

/** How a text was read: strings in time order, fingers in time order, or tablature. */
export type FigureTextKind = 'strings' | 'fingers' | 'tablature';

/** What a text comes to on a bench: notes from tick 0 on, how long they are, and what was left out. */
export interface FigureText {
  readonly kind: FigureTextKind;
  readonly strokes: readonly Omit<Stroke, 'id'>[];
  /** Ticks from the first note to where it would begin again. */
  readonly length: number;
  readonly warnings: readonly Problem[];
}

const FINGERS: Readonly<Record<string, Digit>> = { p: 'p', t: 'p', i: 'i', m: 'm', a: 'a', r: 'a', c: 'c' };

const FINGER_CELL = /^[ptimarc](?:\+[ptimarc])*$/i;

const wordsOf = (text: string): readonly string[] =>
  text
    .trim()
    .split(/[\s,|]+/)
    .filter(Boolean);

/** `pima` written in one word is four cells. */
const fingerCells = (text: string): readonly string[] =>
  wordsOf(text).flatMap((word) => (/^[ptimarc]{2,}$/i.test(word) ? [...word] : [word]));

const isFingers = (text: string): boolean => {
  const cells = fingerCells(text);
  return cells.some((cell) => cell !== '-') && cells.every((cell) => cell === '-' || FINGER_CELL.test(cell));
};

const isTablature = (text: string): boolean => text.split('\n').filter((line) => /-{3,}|\|/.test(line)).length >= 3;

/** The string a finger is at home on; the thumb takes the bass of the chord. */
const homeOf = (pattern: Pattern, digit: Digit): number => {
  const strings = stringCount(pattern.instrument);
  if (digit === 'p') return findStringOfRole(pattern.instrument, pattern.voicing, 'bass') ?? strings;
  const school = resolveSchoolOrThrow(pattern);
  const homes = school.digits.includes(digit) ? school.home(digit, strings) : [];
  const usual = { i: 3, m: 2, a: 1, c: 1 } as const;
  const own = digit in usual ? usual[digit as keyof typeof usual] : 1;
  return homes.length === 0 || homes.includes(own) ? Math.min(own, strings) : (homes[0] as number);
};

const readFingers = (text: string, pattern: Pattern): FigureText => {
  const step = subdivisionTicks(pattern);
  const cells = fingerCells(text);
  const strokes = cells.flatMap((cell, index) =>
    cell === '-'
      ? []
      : cell.split('+').map((letter): Omit<Stroke, 'id'> => {
          const digit = FINGERS[letter.toLowerCase()] as Digit;
          return {
            at: index * step,
            string: homeOf(pattern, digit),
            pin: digit,
            ...(digit === 'p' ? { role: 'bass' } : {}),
          };
        }),
  );
  return { kind: 'fingers', strokes, length: cells.length * step, warnings: [] };
};

const withoutId = ({ id: _id, ...stroke }: Stroke): Omit<Stroke, 'id'> => stroke;

const readTablature = (text: string, pattern: Pattern): Result<FigureText> => {
  const read = importTab(text);
  if (!read.ok) return read;
  const { pattern: found, warnings } = read.value;
  // What the tablature's own shape stops is written out: on the bench another chord may be held.
  const strokes = found.strokes.map((stroke) => {
    const fret = stroke.fret ?? found.voicing.frets[found.voicing.frets.length - stroke.string] ?? 0;
    return withoutId(stroke.harmonic?.kind === 'natural' ? stroke : { ...stroke, fret });
  });
  const strings = stringCount(pattern.instrument);
  const off = strokes.find(({ string }) => string > strings);
  if (off) {
    const where = describePosition(found, off.at);
    return failure(createProblem('string-missing', { string: off.string, strings, where }));
  }
  return success({ kind: 'tablature', strokes, length: patternLength(found), warnings });
};

const readStrings = (text: string, pattern: Pattern): Result<FigureText> => {
  const { instrument, subdivision, school } = pattern;
  const key = school.startsWith('own:') ? {} : { school };
  const read = parseStringNotation(wordsOf(text).join(' '), { instrument, subdivision, ...key });
  if (!read.ok) return read;
  const { pattern: found, loopTicks } = read.value;
  const scale = subdivisionTicks(pattern) / subdivisionTicks(found);
  const strokes = found.strokes.map((stroke) => ({ ...withoutId(stroke), at: stroke.at * scale }));
  return success({ kind: 'strings', strokes, length: loopTicks * scale, warnings: [] });
};

/**
 * A line of a figure or tablature as notes for a pattern: strings (`6 3 2+1 2 3`, with frets `5:3`), fingers
 * (`p i m a`, `p+a m i -`) on the strings where they are at home, or tablature of any usual kind. Each cell is one part
 * of a beat of the pattern. Errors: those of each.
 * @example
 * valueOrThrow(readFigureText('p i m a', createPattern('P'))).strokes.map(({ string }) => string) // => [5, 3, 2, 1]
 * valueOrThrow(readFigureText('6 3 2+1', createPattern('P'))).strokes.length // => 4
 */
export const readFigureText = (text: string, pattern: Pattern): Result<FigureText> => {
  if (isTablature(text)) return readTablature(text, pattern);
  return isFingers(text) ? success(readFingers(text, pattern)) : readStrings(text, pattern);
};
