import { jest } from '@jest/globals';
import fc from 'fast-check';
import createVerovioModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';
import { patternArbitrary } from '../../../test/arbitraries.ts';
import { valueOrThrow } from '../../errors/index.ts';
import { fingerPattern } from '../../fingering/index.ts';
import type { Pattern } from '../../pattern/index.ts';
import { flattenScore } from '../../score/index.ts';
import { parseStringNotation } from '../string-notation/parse-string-notation.ts';
import { exportAbc } from './export-abc.ts';
import { parseAbc } from './parse-abc.ts';

const figure = (strings: string, options = {}): Pattern =>
  valueOrThrow(parseStringNotation(strings, { subdivision: 2, chord: 'C', tempo: 84, name: 'Reeds', ...options }))
    .pattern;

const written = (pattern: Pattern): string => exportAbc(flattenScore(pattern), fingerPattern(pattern).digits);

test('an alternating thumb in two voices, with chord, clef, fingers and repeat', () => {
  const text = written(figure('5+1 - 4 2 5 1 4 -'));
  expect(text).toMatch(/^X:1\nT:Reeds\nM:4\/4\nL:1\/16\nQ:1\/4=84\nK:C\nV:1 clef=treble-8\n\|:"C"/);
  expect(text).toMatch(/V:2 clef=treble-8\n\|:"_p"C4 "_p"E4 "_p"C4 "_p"E4 :\|/);
});

test('triplets are triplets, an accidental is written once in a bar', () => {
  expect(written(figure('1:0 1:1 1:2 1:1 1:0 1:0', { subdivision: 3 }))).toMatch(/\(3:2:3/);
  expect(written(figure('1:2 1:2 1:2 1:2', { chord: 'C', subdivision: 1 }))).toMatch(/f|\^f/);
});

test('a pickup inside a triplet begins with its triplet', () => {
  const whole = figure('1 2 3 1 2 3', { subdivision: 3 });
  const cut = { ...whole, begins: 280, strokes: whole.strokes.filter(({ at }) => at >= 280) };
  expect(written(cut)).toMatch(/\(3:2:2/);
});

/** What is played, in time order: ticks and pitch. */
const played = (pattern: Pattern): readonly string[] => {
  const score = flattenScore(pattern);
  return score.strokes.flatMap(({ at, pitch }) => (pitch === null ? [] : [`${at} ${pitch}`])).sort();
};

const readBack = (text: string): readonly string[] => {
  const { parts } = valueOrThrow(parseAbc(text));
  return parts
    .flatMap((_, part) => {
      let start = 0;
      return valueOrThrow(parseAbc(text, part)).bars.flatMap((bar) => {
        const here = start;
        start += bar.ticks;
        return bar.notes.map(({ at, midi }) => `${here + at} ${midi}`);
      });
    })
    .sort();
};

/** Figures whose notes are all written exactly: no finer than triplets and thirty-seconds. */
const writable = patternArbitrary.filter(
  ({ strokes, subdivision, divisions = [], metre }) =>
    strokes.some(({ harmonic }) => !harmonic) &&
    strokes.every(({ grace, slideIn }) => !grace && !slideIn) &&
    [1, 2, 3, 4].includes(subdivision) &&
    divisions.length === 0 &&
    metre.unit === 4,
);

test('what is written is read back with the same notes at the same times', () => {
  fc.assert(
    fc.property(writable, (pattern) => {
      const line = { ...pattern, swing: undefined };
      fc.pre(played(line).length > 0);
      expect(readBack(written(line))).toEqual(played(line));
    }),
    { seed: 9, numRuns: 120 },
  );
});

// It reads one voice, no lengths of chords, and no accidental but where it stands: single notes within their key.
test('an independent reader (Verovio) hears the same notes at the same times', async () => {
  jest.spyOn(console, 'warn').mockImplementation(() => undefined);
  const module = await createVerovioModule();
  for (const [strings, chord, subdivision] of [
    ['3 2 1 2 3 2 1 2', 'G', 2],
    ['3 2 1 3 2 1', 'G', 3],
    ['1 - 2 3', 'G', 4],
  ] as const) {
    const pattern = { ...figure(strings, { subdivision, chord }), cyclic: false };
    const toolkit = new VerovioToolkit(module);
    toolkit.setOptions({ inputFrom: 'abc' });
    toolkit.loadData(written(pattern).replace(' clef=treble-8', ''));
    const map = toolkit.renderToTimemap({ includeMeasures: false, includeRests: false }) as {
      readonly qstamp: number;
      readonly on?: readonly string[];
    }[];
    const heard = map.flatMap(({ qstamp, on = [] }) =>
      on.map((id) => {
        const { pitch } = toolkit.getMIDIValuesForElement(id) as { readonly pitch: number };
        return `${Math.round(qstamp * 840)} ${pitch - 12}`;
      }),
    );
    expect([...heard].sort()).toEqual(played(pattern));
  }
});
