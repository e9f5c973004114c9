import fc from 'fast-check';
import { patternArbitrary } from '../../test/arbitraries.ts';
import { valueOrThrow } from '../errors/index.ts';
import { sayProblem } from '@fleet-wren/wording';
import { parseStringNotation } from '../formats/index.ts';
import { applyPatternEdit, createIdGenerator } from '../edit/index.ts';
import {
  compareByTimeThenString,
  patternLength,
  validatePattern,
  subdivisionTicks,
  type Pattern,
} from '../pattern/index.ts';
import {
  TRANSFORMS,
  addThumbPulse,
  doubleNoteValues,
  bindThumbToChordRoles,
  halveNoteValues,
  shiftInTime,
  doubleThumbPulse,
  halveThumbPulse,
  mirrorStrings,
  moveStrings,
  togglePinch,
  accentGroups,
  reverseStrokes,
  swapLeadFinger,
  type PatternTransform,
} from './index.ts';

const apply = (pattern: Pattern, transform: PatternTransform, ids: readonly string[] = []): Pattern | undefined => {
  const made = transform(pattern, ids, createIdGenerator(pattern));
  if (!made.ok) return undefined;
  const done = applyPatternEdit(pattern, made.value);
  return done.ok ? done.value.document : undefined;
};

const figure = (text: string, more: Partial<Pattern> = {}, subdivision = 4): Pattern => ({
  ...valueOrThrow(parseStringNotation(text, { subdivision, chord: 'C', wholeBeats: true })).pattern,
  ...more,
});
const strings = (pattern: Pattern | undefined): string =>
  pattern?.strokes.map(({ string }) => string).join(' ') ?? 'refused';
const places = (pattern: Pattern | undefined): string =>
  pattern?.strokes.map(({ at, string }) => `${at}/${string}`).join(' ') ?? 'refused';
const sorted = (pattern: Pattern): Pattern => ({
  ...pattern,
  strokes: [...pattern.strokes].sort((a, b) => compareByTimeThenString(a, b) || (a.id < b.id ? -1 : 1)),
});

/** Checks that a transform and then another come back to the same, wherever both can be done. */
const comesBack = (
  there: (pattern: Pattern) => PatternTransform,
  back: (pattern: Pattern) => PatternTransform,
  seed: number,
): void =>
  fc.assert(
    fc.property(patternArbitrary, (pattern) => {
      fc.pre(pattern.strokes.length > 0);
      const gone = apply(pattern, there(pattern));
      fc.pre(gone !== undefined);
      const home = apply(gone as Pattern, back(pattern));
      expect(sorted(home as Pattern)).toEqual(sorted(pattern));
    }),
    { seed, numRuns: 60 },
  );

describe('laws', () => {
  test('backwards twice is the same', () =>
    comesBack(
      () => reverseStrokes,
      () => reverseStrokes,
      1,
    ));
  test('displaced by its length is the same', () =>
    comesBack(
      (pattern) => shiftInTime(patternLength(pattern)),
      () => shiftInTime(0),
      2,
    ));
  test('displaced and back is the same', () =>
    comesBack(
      (pattern) => shiftInTime(subdivisionTicks(pattern)),
      (pattern) => shiftInTime(-subdivisionTicks(pattern)),
      3,
    ));
  test('another string set and back is the same', () =>
    comesBack(
      () => moveStrings(1),
      () => moveStrings(-1),
      4,
    ));
  test('upside down twice is the same', () =>
    comesBack(
      () => mirrorStrings,
      () => mirrorStrings,
      5,
    ));
  test('augmented then diminished is the same, but for digits that were fixed so that they stay', () =>
    fc.assert(
      fc.property(patternArbitrary, (pattern) => {
        const gone = apply(pattern, doubleNoteValues);
        fc.pre(pattern.strokes.length > 0 && gone !== undefined);
        const home = apply(gone as Pattern, halveNoteValues) as Pattern;
        const own = new Map(pattern.strokes.map((stroke) => [stroke.id, stroke.pin]));
        const unpinned = home.strokes.map(({ pin: _pin, ...stroke }) => {
          const pin = own.get(stroke.id);
          return pin ? { ...stroke, pin } : stroke;
        });
        expect(sorted({ ...home, strokes: unpinned })).toEqual(sorted(pattern));
      }),
      { seed: 6, numRuns: 60 },
    ));
  test('the other finger leading twice is the same', () =>
    comesBack(
      () => swapLeadFinger,
      () => swapLeadFinger,
      7,
    ));

  test('every transform leaves a pattern that can stand, with its undo, or says why not', () => {
    fc.assert(
      fc.property(patternArbitrary, fc.constantFrom(...TRANSFORMS), (pattern, { transform }) => {
        fc.pre(pattern.strokes.length > 0);
        const made = transform(pattern)(pattern, [], createIdGenerator(pattern));
        if (!made.ok) return made.problems.forEach((problem) => expect(sayProblem(problem)).not.toMatch(/\{\w+\}/));
        const done = applyPatternEdit(pattern, made.value);
        if (!done.ok) return expect(done.problems.length).toBeGreaterThan(0);
        expect(validatePattern(done.value.document)).toEqual([]);
        const home = applyPatternEdit(done.value.document, done.value.inverse);
        expect(home.ok && sorted(home.value.document)).toEqual(sorted(pattern));
      }),
      { seed: 8, numRuns: 200 },
    );
  });
});

describe('what they do', () => {
  test('backwards', () => expect(strings(apply(figure('6 3 2 1'), reverseStrokes))).toBe('1 2 3 6'));
  test('turned by one part', () =>
    expect(places(apply(figure('6 3 2 1'), shiftInTime(210)))).toBe('0/1 210/6 420/3 630/2'));
  test('only the chosen strokes', () => {
    const pattern = figure('6 3 2 1');
    expect(strings(apply(pattern, moveStrings(1), [pattern.strokes[1]?.id ?? '']))).toBe('6 4 2 1');
  });
  test('off the neck is refused', () => expect(apply(figure('6 3 2 1'), moveStrings(1))).toBeUndefined());
  test('one bar augmented is two (2-domain)', () => {
    const pattern = apply(figure('6 3 2 1 2 3 2 3 6 3 2 1 2 3 2 3'), doubleNoteValues);
    expect(pattern?.bars).toBe(2);
    expect(pattern?.strokes[1]?.at).toBe(420);
  });
  test('a pinch goes off the beat and back', () => {
    const pinched = figure('6+1 - 4+2 -', {}, 2);
    const off = apply(pinched, togglePinch);
    expect(places(off)).toBe('0/6 420/1 840/4 1260/2');
    expect(places(apply(off as Pattern, togglePinch))).toBe(places(pinched));
  });
  test('the thumb half as often, and twice', () => {
    const pattern = figure('6 3 4 3 6 3 4 3');
    expect(strings(apply(pattern, halveThumbPulse))).toBe('6 3 3 6 3 3');
    expect(
      apply(figure('5 - - - 5 - - -'), doubleThumbPulse)?.strokes.filter(({ role }) => role === 'alternate'),
    ).toHaveLength(2);
  });
  test('the thumb is laid on the beats that have none, bass and alternate in turn', () => {
    expect(places(apply(figure('- 3 - 2 - 3 - 2', {}, 2), addThumbPulse))).toBe(
      '0/5 420/3 840/4 1260/2 1680/5 2100/3 2520/4 2940/2',
    );
  });
  test('bound to the chord, bass strokes carry roles', () => {
    expect(apply(figure('5 3 4 2'), bindThumbToChordRoles)?.strokes.map(({ role }) => role ?? '-')).toEqual([
      'bass',
      '-',
      'alternate',
      '-',
    ]);
  });
  test('accents in threes', () => {
    expect(
      apply(figure('6 3 2 1 2 3 2 3'), accentGroups(3))
        ?.strokes.map(({ accent }) => (accent ? '>' : '.'))
        .join(''),
    ).toBe('>..>..>.');
  });
  test('the lead of a strict alternation changes hands', () => {
    expect(apply(figure('1 2 1 2', { school: 'alternation:i-m' }), swapLeadFinger)?.school).toBe('alternation:m-i');
  });
});
