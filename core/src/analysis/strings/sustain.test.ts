import { sayMessage } from '@fleet-wren/wording';
import { message } from '../../message/index.ts';
import { flattenScore } from '../../score/index.ts';
import fc from 'fast-check';
import { patternArbitrary } from '../../../test/arbitraries.ts';
import { valueOrThrow } from '../../errors/index.ts';
import { ABLE_ADULT_HAND, createTaskFromPattern } from '../../fingering/index.ts';
import { parseStringNotation } from '../../formats/index.ts';
import { patternLength, type Pattern, type Stroke } from '../../pattern/index.ts';
import {
  listAlternativeFingerings,
  listDigitsInOrder,
  explainDigit,
  computeStrokeGroups,
  analysePattern,
  getIntendedSustainEnd,
  computeSustain,
  describeStringChanges,
  analyseStringUsage,
  createPatternSummary,
  createThumbnail,
} from '../index.ts';

const figure = (text: string, more: Partial<Pattern> = {}): Pattern => ({
  ...valueOrThrow(parseStringNotation(text, { tempo: 60, chord: 'C', wholeBeats: true })).pattern,
  ...more,
});
const marked = (pattern: Pattern, index: number, marks: Partial<Stroke>): Pattern => ({
  ...pattern,
  strokes: pattern.strokes.map((stroke, place) => (place === index ? { ...stroke, ...marks } : stroke)),
});
const rings = (pattern: Pattern) =>
  computeSustain(
    flattenScore(pattern),
    createTaskFromPattern(pattern),
    listDigitsInOrder(pattern, analysePattern(pattern)),
  );

describe('how long a note rings', () => {
  const plant = (ABLE_ADULT_HAND.times.plant * 840) / 1;

  test('until its string is played again, less the time the digit plants before', () => {
    const [first] = rings(figure('5 3 2 5'));
    expect(first).toMatchObject({ stroke: 0, from: 0, endedBy: 3 });
    expect(first?.to).toBeCloseTo(630 - plant, 6);
  });

  test('to the very stroke, where the digit comes down without planting', () => {
    expect(rings(marked(figure('5 3 2 5'), 3, { unplanted: true }))[0]?.to).toBeCloseTo(630, 9);
  });

  test('round the end in a cycle, to the end where it is none', () => {
    const cycle = figure('5 3 2 1');
    expect(rings(cycle)[0]).toMatchObject({ endedBy: 0 });
    expect(rings({ ...cycle, cyclic: false })[0]).toMatchObject({ endReason: 'end', to: patternLength(cycle) });
  });

  test('a third of a beat when it is damped, and not at all when it is silent', () => {
    expect(rings(marked(figure('5 3 2 1'), 1, { damped: true }))[1]).toMatchObject({
      endReason: 'damped',
      to: 210 + 252,
    });
    expect(rings(marked(figure('5 3 2 1'), 1, { silent: true })).some(({ stroke }) => stroke === 1)).toBe(false);
  });

  test('a note marked to ring should last to the end of its bar', () => {
    expect(getIntendedSustainEnd(flattenScore(figure('5 3 2 1')), { at: 210 })).toBe(840);
  });

  test('never ends before it begins, and what ends it is on its string', () => {
    fc.assert(
      fc.property(patternArbitrary, (pattern) => {
        for (const { stroke, from, endedBy } of rings(pattern)) {
          expect(from).toBe(pattern.strokes[stroke]?.at);
          if (endedBy !== undefined) expect(pattern.strokes[endedBy]?.string).toBe(pattern.strokes[stroke]?.string);
        }
      }),
      { seed: 81, numRuns: 40 },
    );
  });
});

describe('groups', () => {
  test('are opened by the thumb: 3+3+2', () => {
    const pattern = valueOrThrow(parseStringNotation('5 3 2 5 3 2 5 3', { subdivision: 2, wholeBeats: true })).pattern;
    expect(computeStrokeGroups(pattern, analysePattern(pattern).digits).map(({ slotCount }) => slotCount)).toEqual([
      3, 3, 2,
    ]);
  });

  test('fill the whole, wherever they begin', () => {
    fc.assert(
      fc.property(patternArbitrary, (pattern) => {
        const groups = computeStrokeGroups(pattern, analysePattern(pattern).digits);
        if (groups.length > 0) expect(groups.reduce((sum, { ticks }) => sum + ticks, 0)).toBe(patternLength(pattern));
      }),
      { seed: 82, numRuns: 40 },
    );
  });
});

describe('alternatives', () => {
  test('say what they trade against the best, in a teacher’s words', () => {
    const [best, ...others] = listAlternativeFingerings(figure('5 3 2 1'), 4);
    expect(best?.tradeOff.code).toBe('alternative.best');
    for (const { tradeOff, cost } of others) {
      expect(sayMessage(tradeOff)).toMatch(/^(Avoids at beat .*\.|Worse at beat .*\.|As good as the best)$/);
      expect(cost).toBeGreaterThanOrEqual(best?.cost ?? 0);
    }
  });

  test('a pattern with one way only has no others', () => {
    expect(listAlternativeFingerings(figure('5 - 4 -', { school: 'pick-legato' }), 3)).toHaveLength(1);
  });
});

test('a slurred stroke is explained as the other hand’s', () => {
  const pattern = marked(figure('5 3 3 2'), 2, { slur: 'pull-off' });
  expect(
    explainDigit(pattern, createTaskFromPattern(pattern), listDigitsInOrder(pattern, analysePattern(pattern)), 2)
      .reason,
  ).toEqual(message('why.slurred', { slur: message('slur.pull-off') }));
});

describe('a summary', () => {
  test('holds what a list is searched by', () => {
    expect(createPatternSummary(figure('5 3 2 3', { tags: ['rolls'] }))).toMatchObject({
      metre: '1/4',
      chord: 'C',
      strings: 6,
      strokes: 4,
      stringsUsed: [2, 3, 5],
      digitsUsed: ['p', 'i', 'm'],
      tags: ['rolls'],
      schoolName: message('school.one-per-string.name'),
    });
  });

  test('is small, whatever the pattern', () => {
    const long = figure(Array.from({ length: 400 }, (_, index) => [5, 3, 2, 3][index % 4]).join(' '));
    expect(createPatternSummary(long).miniature).toHaveLength(64);
    for (const [place] of createPatternSummary(long).miniature) expect(place).toBeLessThanOrEqual(1);
  });

  test('a miniature has every stroke in its place', () => {
    expect(createThumbnail(figure('5 3 2 3'), {}).map(([place, string]) => [place, string])).toEqual([
      [0, 5],
      [0.25, 3],
      [0.5, 2],
      [0.75, 3],
    ]);
  });
});

describe('the study of the strings', () => {
  test('5 3 2 3 under an open chord, going round: four changes, each note until its string comes again', () => {
    const pattern = valueOrThrow(parseStringNotation('5 3 2 3', { subdivision: 4 })).pattern;
    const { rings, changes } = analyseStringUsage(pattern, analysePattern(pattern));
    expect(
      changes.map(({ from, to, count, kinds }) => [
        from,
        to,
        count,
        describeStringChanges(kinds).map(sayMessage).join(', '),
      ]),
    ).toEqual([
      [5, 3, 1, '1 with another finger'],
      [3, 5, 1, '1 with another finger'],
      [3, 2, 1, '1 with another finger'],
      [2, 3, 1, '1 with another finger'],
    ]);
    expect(rings.map(({ string, digit, endReason }) => [string, digit, endReason])).toEqual([
      [5, 'p', 'ring-cut-by-note'],
      [3, 'i', 'ring-cut-by-note'],
      [2, 'm', 'ring-cut-by-note'],
      [3, 'i', 'ring-cut-by-note'],
    ]);
  });

  test('there is one step from every stroke to the next, whatever the pattern of single strokes (property)', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 2, maxLength: 16 }), (strings) => {
        const { pattern } = valueOrThrow(parseStringNotation(strings.join(' '), { subdivision: 4 }));
        const { rings, changes } = analyseStringUsage(pattern, analysePattern(pattern));
        expect(changes.reduce((sum, { count }) => sum + count, 0)).toBe(
          pattern.cyclic ? pattern.strokes.length : pattern.strokes.length - 1,
        );
        for (const { count, kinds } of changes)
          expect(Object.values(kinds).reduce((sum, kind) => sum + kind, 0)).toBe(count);
        for (const { from, to } of rings) expect(to).toBeGreaterThan(from);
      }),
      { seed: 88, numRuns: 60 },
    );
  });
});
