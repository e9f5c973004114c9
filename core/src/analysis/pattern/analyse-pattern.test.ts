import { sayMessage, saySentence } from '@fleet-wren/wording';
import fc from 'fast-check';
import { patternArbitrary } from '../../../test/arbitraries.ts';
import { valueOrThrow } from '../../errors/index.ts';
import { parseStringNotation } from '../../formats/index.ts';
import { createTaskFromPattern } from '../../fingering/index.ts';
import type { Pattern } from '../../pattern/index.ts';
import { listDigitsInOrder, explainDigit, analysePattern, tempoAtTransition } from '../index.ts';

const figure = (strings: string, school: string, tempo: number, subdivision = 4): Pattern =>
  valueOrThrow(parseStringNotation(strings, { school, tempo, subdivision, wholeBeats: true })).pattern;

const pinned = (pattern: Pattern, pins: Record<number, 'p' | 'i' | 'm' | 'a'>): Pattern => ({
  ...pattern,
  strokes: pattern.strokes.map((stroke, index) => (pins[index] ? { ...stroke, pin: pins[index] } : stroke)),
});

describe('tempo ceiling (definition: 60 · Δbeats ÷ need)', () => {
  test('one digit repeating sixteenths with need 0.235 s reaches 63.8 a minute', () => {
    expect(tempoAtTransition(0.25, 0.16)).toBe(93.75);
    const index = pinned(figure('1 1 1 1', 'one-per-string', 60), { 0: 'i', 1: 'i', 2: 'i', 3: 'i' });
    expect(analysePattern(index).limit?.maxTempo).toBeCloseTo((60 * 0.25) / 0.235, 9);
  });

  test('is set by the two strokes it names, and at that tempo there is just the time needed', () => {
    const { limit } = analysePattern(figure('6 3 2 1 2 3', 'one-per-string', 80, 3));
    expect(limit?.maxTempo).toBeGreaterThan(80);
    expect((limit?.neededSeconds ?? 0) / (limit?.availableSeconds ?? 1)).toBeCloseTo(80 / (limit?.maxTempo ?? 1), 9);
  });

  test('does not depend on the tempo a fixed fingering is judged at', () => {
    const fixed = pinned(figure('5 3 2 3', 'one-per-string', 60), { 0: 'p', 1: 'i', 2: 'm', 3: 'i' });
    expect(analysePattern({ ...fixed, tempo: 140 }).limit?.maxTempo).toBeCloseTo(
      analysePattern(fixed).limit?.maxTempo ?? 0,
      9,
    );
  });
});

describe('load', () => {
  test('counts strokes a second and the longest rest', () => {
    const { actuatorLoads } = analysePattern(figure('6 3 2 1 2 3 2 3', 'one-per-string', 60));
    const of = (striker: string) => actuatorLoads.find((one) => one.actuator === striker);
    expect(of('p')).toMatchObject({ strokes: 1, strokesPerSecond: 0.5, longestRest: 2 });
    expect(of('i')).toMatchObject({ strokes: 3, strokesPerSecond: 1.5 });
  });

  test('every stroke is somebody’s', () => {
    fc.assert(
      fc.property(patternArbitrary, (pattern) => {
        const judged = analysePattern(pattern);
        const played = Object.values(judged.digits).filter((digit) => digit !== null).length;
        expect(judged.actuatorLoads.reduce((sum, { strokes }) => sum + strokes, 0)).toBe(played);
      }),
      { seed: 51, numRuns: 40 },
    );
  });
});

describe('findings', () => {
  test.each([
    ['6 3 2 1 2 3', 3],
    ['6 3 2 1', 4],
    ['6+1 - 4 2 5 3 4 2', 2],
    ['5 3 2 3 1 3 2 3', 4],
  ])('a standard figure raises none at 80: %s', (strings, subdivision) => {
    expect(analysePattern(figure(strings, 'one-per-string', 80, subdivision)).diagnostics).toEqual([]);
  });

  test('a doubled finger and a crossing are named where they are', () => {
    const { diagnostics } = analysePattern(
      pinned(figure('1 1 3 2', 'one-per-string', 120), { 0: 'm', 1: 'm', 2: 'a', 3: 'i' }),
    );
    expect(diagnostics.map(({ code }) => code)).toEqual(expect.arrayContaining(['doubled', 'crossing']));
    const doubled = diagnostics.find(({ code }) => code === 'doubled');
    expect(doubled && saySentence(doubled.message)).toBe('Beat 1 e: the middle finger plays twice in a row.');
    expect(doubled?.details && sayMessage(doubled.details)).toMatch(
      /^0\.13 s between the two notes; .* about 0\.\d\d s\.$/,
    );
  });
});

describe('conflicts are named where they are, and the rest is fingered all the same', () => {
  test('a pin the school does not use', () => {
    const judged = analysePattern(pinned(figure('6 3 2 1', 'rolling', 80), { 1: 'i' }));
    expect(judged.warnings).toEqual([]);
    const strange = analysePattern({
      ...figure('5 3 2 1', 'hybrid', 80),
      strokes: figure('5 3 2 1', 'hybrid', 80).strokes.map((s, n) => (n === 1 ? { ...s, pin: 'i' as const } : s)),
    });
    expect(strange.warnings.map(({ code }) => code)).toEqual(['pin-not-in-school']);
    expect(Object.values(strange.digits)).toHaveLength(4);
    expect(Object.values(strange.digits)).not.toContain(null);
  });

  test('one digit pinned on two strings at once', () => {
    const pattern = figure('6+1 3 2 3', 'one-per-string', 80);
    const judged = analysePattern(pinned(pattern, { 0: 'm', 1: 'm' }));
    expect(judged.warnings[0]).toMatchObject({ code: 'pins-one-digit-twice', strokes: ['s0-6', 's0-1'] });
    expect(Object.values(judged.digits).filter((digit) => digit !== null)).toHaveLength(pattern.strokes.length);
  });

  test('more notes at once than digits', () => {
    const judged = analysePattern(figure('5+3+1 2 - -', 'thumb-index', 80));
    expect(judged.warnings.map(({ code }) => code)).toContain('too-many-notes');
    expect(judged.digits['s1-2']).toMatch(/^[pi]$/);
  });
});

describe('the reason for a digit', () => {
  test('says where it lives, how long it has rested, and what speaks against the next best', () => {
    const pattern = figure('6 3 2 1 2 3', 'one-per-string', 80, 3);
    const why = explainDigit(
      pattern,
      createTaskFromPattern(pattern),
      listDigitsInOrder(pattern, analysePattern(pattern)),
      2,
    );
    expect(why).toMatchObject({ digit: 'm', isPinned: false });
    expect(sayMessage(why.position)).toBe('beat 1 let, string 2');
    expect(sayMessage(why.reason)).toBe('The middle finger is at home on string 2 and has had time to recover.');
    expect(why.runnerUp && sayMessage(why.runnerUp.against)).toMatch(/away from its home string\.|twice in a row\./);
  });

  test('names a pin as a pin', () => {
    const pattern = pinned(figure('6 3 2 1', 'one-per-string', 80), { 3: 'm' });
    expect(
      explainDigit(pattern, createTaskFromPattern(pattern), listDigitsInOrder(pattern, analysePattern(pattern)), 3)
        .reason.code,
    ).toBe('why.pinned');
  });
});
