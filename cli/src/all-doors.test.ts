import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import {
  analysePattern,
  analyseSong,
  applySchoolSlurs,
  compareSchools,
  createLadder,
  createPatternSummary,
  createSong,
  parseStringNotation,
  resolveSchoolOrThrow,
  serialisePattern,
  SCHOOLS_AND_VARIANTS,
  valueOrThrow,
  wholeTempo,
  type Digit,
  type Pattern,
  type PatternAnalysis,
} from '@fleet-wren/core';
import { runCliSync } from './run-cli.ts';

/** Figures of one bar on open strings with frets of their own, in any school, slurred where the school slurs. */
const figures: fc.Arbitrary<Pattern> = fc
  .record({
    cells: fc.array(fc.option(fc.tuple(fc.integer({ min: 1, max: 6 }), fc.integer({ min: 0, max: 9 }))), {
      minLength: 8,
      maxLength: 8,
    }),
    school: fc.constantFrom(...SCHOOLS_AND_VARIANTS.map(({ key }) => key)),
    tempo: fc.integer({ min: 40, max: 160 }),
  })
  .filter(({ cells }) => cells.some((cell) => cell !== null))
  .map(({ cells, school, tempo }) => {
    const text = cells.map((cell) => (cell ? `${cell[0]}:${cell[1]}` : '-')).join(' ');
    return valueOrThrow(parseStringNotation(text, { school, tempo, subdivision: 2, name: 'Asked' })).pattern;
  });

const QUESTIONS = fc.sample(figures, { seed: 200, numRuns: 200 });

const folder = mkdtempSync(join(tmpdir(), 'wren-doors-'));

interface Answer {
  readonly digits: readonly (Digit | null)[];
  readonly maxTempo: number | null;
}

const answerOf = (pattern: Pattern, { digits, limit }: PatternAnalysis): Answer => ({
  digits: pattern.strokes.map(({ id }) => digits[id] ?? null),
  maxTempo: limit ? Number(limit.maxTempo.toFixed(3)) : null,
});

const onBench = (pattern: Pattern): Answer => answerOf(pattern, analysePattern(pattern));

const inComparison = (pattern: Pattern): Answer => {
  const school = resolveSchoolOrThrow(pattern);
  const other = resolveSchoolOrThrow({ school: school.key === 'rolling' ? 'hybrid' : 'rolling' });
  const found = compareSchools(pattern, [school, other]).results.find(({ school: key }) => key === school.key);
  if (!found) throw new Error(`No result for ${school.key}`);
  expect(found.slurs).toBe(pattern.strokes.filter(({ slur }) => slur).length);
  return answerOf(pattern, found.analysis);
};

const onCommandLine = (pattern: Pattern): Answer => {
  const file = join(folder, 'asked.json');
  writeFileSync(file, serialisePattern(pattern));
  const { strokes, ceiling } = JSON.parse(String(runCliSync(['finger', file, '--json']).output)) as {
    readonly strokes: readonly { readonly digit: Digit | null }[];
    readonly ceiling: { readonly bpm: number } | null;
  };
  return { digits: strokes.map(({ digit }) => digit), maxTempo: ceiling ? ceiling.bpm : null };
};

/** The same bar as the only bar of a song, which ends: asked of a pattern that ends too. */
const inSong = (pattern: Pattern): Answer => {
  const { voicing, instrument, metre, subdivision, tempo, school } = pattern;
  const song = createSong('Asked', {
    instrument,
    metre,
    subdivision,
    tempo,
    school,
    voicings: { [voicing.chord]: voicing },
    sections: [
      {
        id: 'section-1',
        name: 'A',
        bars: [{ chords: [{ at: 0, voicing: voicing.chord }], texture: { written: pattern.strokes } }],
      },
    ],
  });
  const { expanded, analysis } = analyseSong(song);
  return answerOf(expanded.pattern, analysis);
};

/** A ladder fingers a figure a dozen times: each tenth is asked, and each that comes out two ways in turn. */
const LADDER_EACH = 10;

const expectLadder = (pattern: Pattern, bench: Answer): void => {
  const { stages } = valueOrThrow(createLadder(pattern, { target: 60 }));
  const whole = stages.filter(({ kind }) => kind === 'tempo').at(-1);
  if (whole?.pattern.strokes.length !== pattern.strokes.length) return;
  expect(whole.ceiling === null ? null : Number(whole.ceiling.toFixed(3))).toBe(bench.maxTempo);
};

test.each(QUESTIONS.map((pattern, index) => [index, pattern] as const))(
  'question %i has one answer at every door',
  (index, pattern) => {
    const bench = onBench(pattern);
    expect(inComparison(pattern)).toEqual(bench);
    expect(onCommandLine(pattern)).toEqual(bench);

    const summary = createPatternSummary(pattern);
    expect(summary.ceiling).toBe(bench.maxTempo === null ? null : wholeTempo(bench.maxTempo));
    expect(new Set(summary.digitsUsed)).toEqual(new Set(bench.digits.filter((digit) => digit !== null)));

    const ends = { ...pattern, cyclic: false };
    expect(inSong(ends)).toEqual(onBench(ends));

    if (index % LADDER_EACH === 0 || analysePattern(pattern).secondPassDigits) expectLadder(pattern, bench);
  },
);

test('a figure typed for a school that slurs is slurred, and what is slurred once is not slurred again', () => {
  const typed = valueOrThrow(parseStringNotation('5:3 5:5 5:7 4:3', { school: 'pick-legato' })).pattern;
  expect(typed.strokes.map(({ slur }) => slur ?? null)).toEqual([null, 'hammer-on', 'hammer-on', null]);
  expect(applySchoolSlurs(typed, resolveSchoolOrThrow(typed))).toEqual(typed.strokes);
});
