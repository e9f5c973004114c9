import fc from 'fast-check';
import { patternArbitrary } from '../../../test/arbitraries.ts';
import { valueOrThrow } from '../../errors/index.ts';
import { fingerPattern } from '../../fingering/index.ts';
import type { Pattern } from '../../pattern/index.ts';
import { flattenScore } from '../../score/index.ts';
import { parseStringNotation } from '../string-notation/parse-string-notation.ts';
import { exportLilypond } from './export-lilypond.ts';

const figure = (strings: string, options = {}): Pattern =>
  valueOrThrow(parseStringNotation(strings, { subdivision: 2, chord: 'C', tempo: 84, name: 'Reeds', ...options }))
    .pattern;

const written = (pattern: Pattern): string => exportLilypond(flattenScore(pattern), fingerPattern(pattern).digits);

/** Lines as a player of the format would write them by hand (Notation Reference 2.24: pitches, strings, right hand). */
test('an alternating thumb in two voices, with strings and right-hand fingers', () => {
  const text = written(figure('5+1 - 4 2 5 1 4 -'));
  // The second note is tied over the middle of the bar, as it is in notation.
  expect(text).toContain("\\time 4/4 <e'\\1-\\rightHandFinger #4 >4. <c'\\2-\\rightHandFinger #3 >8~ <c'\\2 >8 ");
  expect(text).toContain('<c\\5-\\rightHandFinger #1 >4 <e\\4-\\rightHandFinger #1 >4');
  expect(text).toContain("stringTunings = \\stringTuning <e, a, d g b e'>");
  expect(text).toContain('\\repeat volta 2');
  expect(text).toContain('\\tempo 4 = 84');
  expect(text).toContain('s1*1/1^"C"');
});

test('triplets are tuplets, a title with signs stays one string', () => {
  expect(written(figure('1 2 3 1 2 3', { subdivision: 3 }))).toMatch(/\\tuplet 3\/2 \{ <[^>]*>8 <[^>]*>8 <[^>]*>8 \}/);
  expect(written(figure('1 2', { name: 'A "quoted" \\ title' }))).toContain('title = "A \\"quoted\\" \\\\ title"');
});

const STEPS: Readonly<Record<string, number>> = { c: 0, d: 2, e: 4, f: 5, g: 7, a: 9, b: 11 };

const pitchOf = (note: string): number => {
  const [, step = '', sign = '', marks = ''] = /^([a-g])((?:is|es)*)([',]*)/.exec(note) ?? [];
  const alter = (sign.match(/is/g)?.length ?? 0) - (sign.match(/es/g)?.length ?? 0);
  const octaves = [...marks].reduce((sum, mark) => sum + (mark === "'" ? 1 : -1), 0);
  return 48 + (STEPS[step] ?? NaN) + alter + 12 * octaves;
};

const WHOLE = 3360;

const ticksOf = (length: string): number => {
  const [, value = '', dots = '', above = '1', below = '1'] = /^(\d+)(\.*)(?:\*(\d+)\/(\d+))?$/.exec(length) ?? [];
  return ((WHOLE / Number(value)) * (2 - 0.5 ** dots.length) * Number(above)) / Number(below);
};

/** Reads a voice by itself: what begins when, as `tick pitch`, and where each bar ends. */
const readVoice = (text: string, name: string) => {
  const body = new RegExp(`^${name} = \\{\\n([^]*?)\\n\\}`, 'm').exec(text)?.[1] ?? '';
  const tokens = body.matchAll(
    /\\tuplet (\d+)\/(\d+) \{|\}|\||"(?:[^"\\]|\\.)*"|<([^<>]*)>(\d+\.*(?:\*\d+\/\d+)?)(~?)|\br(\d+\.*(?:\*\d+\/\d+)?)/g,
  );
  const [notes, bars]: [string[], number[]] = [[], []];
  let [at, factor, isTied] = [0, 1, false];
  for (const [token, actual, normal, chord, length, tie, rest] of tokens) {
    if (token.startsWith('\\tuplet')) factor = Number(normal) / Number(actual);
    else if (token === '}') factor = 1;
    else if (token === '|') bars.push(Math.round(at));
    else if (chord !== undefined) {
      const heads = [...chord.matchAll(/(?:^| )((?:\\(?:deadNote|palmMute) )*)([a-g](?:is|es)*[',]*)/g)];
      if (!isTied) for (const [, , note = ''] of heads) notes.push(`${Math.round(at)} ${pitchOf(note)}`);
      isTied = tie === '~';
      at += ticksOf(length ?? '') * factor;
    } else if (rest !== undefined) at += ticksOf(rest) * factor;
  }
  return { notes, bars };
};

/** What is played, in time order: ticks and pitch. */
const played = (pattern: Pattern): readonly string[] =>
  flattenScore(pattern)
    .strokes.flatMap(({ at, pitch }) => (pitch === null ? [] : [`${at} ${pitch}`]))
    .sort();

const writable = patternArbitrary.filter(({ subdivision, divisions = [] }) => {
  return [1, 2, 3, 4].includes(subdivision) && divisions.length === 0;
});

test('every note stands at its time in its voice, and bars are as long as they are', () => {
  fc.assert(
    fc.property(writable, (pattern) => {
      fc.pre(played(pattern).length > 0);
      const text = written(pattern);
      const voices = ['upper', 'lower'].map((name) => readVoice(text, name));
      expect(voices.flatMap(({ notes }) => notes).sort()).toEqual(played(pattern));
      const ends = flattenScore(pattern).bars.map(({ at, ticks }) => Math.round(at + ticks));
      expect(voices[0]?.bars).toEqual(ends);
    }),
    { seed: 11, numRuns: 150 },
  );
});

test('a pickup inside a triplet begins with its tuplet', () => {
  const whole = figure('1 2 3 1 2 3', { subdivision: 3 });
  const cut = { ...whole, begins: 280, strokes: whole.strokes.filter(({ at }) => at >= 280) };
  expect(written(cut)).toMatch(/measureLength = #\(ly:make-moment \d+\/\d+\) \\tuplet 3\/2 \{ </);
});

test('brackets of every kind close', () => {
  fc.assert(
    fc.property(patternArbitrary, (pattern) => {
      const text = written(pattern)
        .replaceAll(/"(?:[^"\\]|\\.)*"/g, '')
        .replaceAll('->', '');
      const count = (sign: string): number => text.split(sign).length;
      expect(count('{')).toBe(count('}'));
      expect(count('<')).toBe(count('>'));
    }),
    { seed: 12, numRuns: 80 },
  );
});
