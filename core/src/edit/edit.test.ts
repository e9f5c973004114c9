import fc from 'fast-check';
import { editArbitrary, patternArbitrary } from '../../test/arbitraries.ts';
import { sayProblem } from '@fleet-wren/wording';
import { applyPatternEdit, validateNewStroke, createResizeEdit, type AnyPatternEdit } from './index.ts';
import { findMutedStrokes, createPattern, validatePattern, type Pattern, type Stroke } from '../pattern/index.ts';

const stroke = (id: string, at: number, string: number, more: Partial<Stroke> = {}): Stroke => ({
  id,
  at,
  string,
  ...more,
});

const after = (pattern: Pattern, change: AnyPatternEdit): Pattern => {
  const result = applyPatternEdit(pattern, change);
  if (!result.ok) throw new Error(result.problems.map(sayProblem).join(' '));
  return result.value.document;
};

const refused = (pattern: Pattern, change: AnyPatternEdit): string => {
  const result = applyPatternEdit(pattern, change);
  return result.ok ? 'accepted' : result.problems.map(sayProblem).join(' ');
};

describe('laws of edits', () => {
  test('the inverse of an edit takes it back', () => {
    fc.assert(
      fc.property(
        patternArbitrary.chain((pattern) => fc.tuple(fc.constant(pattern), editArbitrary(pattern))),
        ([pattern, change]) => {
          const done = applyPatternEdit(pattern, change);
          fc.pre(done.ok);
          if (done.ok) expect(after(done.value.document, done.value.inverse)).toEqual(pattern);
        },
      ),
      { seed: 11 },
    );
  });

  test('undoing a whole session one by one comes back to its beginning, whatever was refused', () => {
    const session = patternArbitrary.chain((pattern) =>
      fc.tuple(fc.constant(pattern), fc.array(editArbitrary(pattern), { maxLength: 30 })),
    );
    fc.assert(
      fc.property(session, ([start, changes]) => {
        let now = start;
        const inverses: AnyPatternEdit[] = [];
        for (const change of changes) {
          const done = applyPatternEdit(now, change);
          if (!done.ok) continue;
          now = done.value.document;
          inverses.push(done.value.inverse);
        }
        for (const inverse of inverses.reverse()) now = after(now, inverse);
        expect(now).toEqual(start);
      }),
      { seed: 12, numRuns: 60 },
    );
  });

  test('an accepted edit leaves a pattern that can stand', () => {
    fc.assert(
      fc.property(
        patternArbitrary.chain((pattern) => fc.tuple(fc.constant(pattern), editArbitrary(pattern))),
        ([pattern, change]) => {
          const done = applyPatternEdit(pattern, change);
          if (done.ok) expect(validatePattern(done.value.document)).toEqual([]);
          else expect(done.problems.length).toBeGreaterThan(0);
        },
      ),
      { seed: 13 },
    );
  });
});

describe('what is refused, and how it is said', () => {
  const base = createPattern('Roll', { strokes: [stroke('one', 0, 5)] });

  test.each<[string, AnyPatternEdit, RegExp]>([
    [
      'a stroke outside the length',
      { kind: 'put', strokes: [stroke('x', 3360, 3)] },
      /bar 2|beat 1.*outside the pattern, which is 1 bar long/,
    ],
    [
      'a string that is not there',
      { kind: 'put', strokes: [stroke('x', 0, 7)] },
      /beat 1: there is no string 7.*strings 1 to 6/,
    ],
    [
      'two strokes on one string at one time',
      { kind: 'put', strokes: [stroke('x', 0, 5)] },
      /beat 1: string 5 already has a note/,
    ],
    ['a tempo of 0', { kind: 'setTempo', tempo: 0 }, /^0 bpm is out of range. Choose 20 to 400/],
    ['a tempo of 1000', { kind: 'setTempo', tempo: 1000 }, /^1000 bpm is out of range/],
    ['no bars at all', { kind: 'setBars', bars: 0 }, /1 to 128 bars long \(not 0\)/],
    [
      'an eighth cut in eight',
      {
        kind: 'batch',
        edits: [
          { kind: 'setMetre', metre: { beats: 6, unit: 8 } },
          { kind: 'setSubdivision', subdivision: 8 },
        ],
      },
      /cannot be divided into 8/,
    ],
    ['a nameless pattern', { kind: 'rename', name: '  ' }, /A pattern name needs/],
    [
      'a tuning of two strings',
      { kind: 'setInstrument', instrument: { ...base.instrument, pitches: [40, 45] } },
      /3 to 10 strings \(not 2\)/,
    ],
    [
      'a tuning of eleven strings',
      { kind: 'setInstrument', instrument: { ...base.instrument, pitches: Array<number>(11).fill(40) } },
      /3 to 10 strings \(not 11\)/,
    ],
    [
      'a shape for another number of strings',
      { kind: 'setVoicing', voicing: { chord: 'C', frets: [2, 0, 1, 0] } },
      /has 4 strings, the instrument 6/,
    ],
    [
      'a capo without a neck',
      { kind: 'setInstrument', instrument: { ...base.instrument, capo: 20 } },
      /leaves no room to play/,
    ],
  ])('%s', (_what, change, words) => {
    expect(refused(base, change)).toMatch(words);
  });

  test('a taken string is refused before it is put, and the place is named', () => {
    const problem = validateNewStroke(base, stroke('new', 0, 5));
    expect(problem && sayProblem(problem)).toMatch(/beat 1: string 5 already has a note/);
    expect(validateNewStroke(base, stroke('new', 210, 5))).toBeUndefined();
  });

  test('a stroke on a string that the voicing mutes stays and is named', () => {
    const withMuted = after(base, { kind: 'put', strokes: [stroke('low', 840, 6)] });
    expect(findMutedStrokes(withMuted).map(({ problem }) => sayProblem(problem))).toEqual([
      'At beat 2: string 6 is muted in C, so nothing would sound. Choose another string or voicing.',
    ]);
  });
});

test('a shorter length lets go of what lies outside, and taking it back restores it', () => {
  const two = createPattern('Two bars', {
    bars: 2,
    strokes: [stroke('a', 0, 5), stroke('b', 3360, 4, { pin: 'p', accent: true })],
  });
  const done = applyPatternEdit(two, createResizeEdit(two, { bars: 1 }));
  if (!done.ok) throw new Error('refused');
  expect(done.value.document.strokes.map(({ id }) => id)).toEqual(['a']);
  expect(after(done.value.document, done.value.inverse)).toEqual(two);
});
