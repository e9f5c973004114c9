import { sayProblems } from '@fleet-wren/wording';
import { valueOrThrow } from '../errors/index.ts';
import { parseTuning, createRetunePlan, findTuningOrStandard, tuningName } from './index.ts';

// Pitches of these tunings as handbooks print them (common practice, no source).
test.each<[string, readonly number[]]>([
  ['D A D G A D', [38, 45, 50, 55, 57, 62]],
  ['C G D G B E', [36, 43, 50, 55, 59, 64]],
  ['C G C G C E', [36, 43, 48, 55, 60, 64]],
  ['E♭ A♭ D♭ G♭ B♭ E♭', [39, 44, 49, 54, 58, 63]],
  ['d g d f# a d', [38, 43, 50, 54, 57, 62]],
  ['G D G', [43, 50, 55]],
  ['g4 C E A', [67, 60, 64, 69]],
  ['B1 E2 A2 D3 G3 B3 E4', [35, 40, 45, 50, 55, 59, 64]],
])('%s', (text, pitches) => {
  expect(valueOrThrow(parseTuning(text)).pitches).toEqual(pitches);
});

test.each([
  ['D A', /2 notes/],
  ['C D E F G A B C D E F', /11 notes/],
  ['D A D G H D', /“H” is not a note/],
  ['', /0 notes/],
])('“%s” is no tuning, and says why', (text, words) => {
  const read = parseTuning(text);
  expect(read.ok ? '' : sayProblems(read.problems)).toMatch(words);
});

test('from standard to a tuning with a string going up: which, by how much, and that it is tighter', () => {
  const plan = createRetunePlan(findTuningOrStandard('standard'), valueOrThrow(parseTuning('E B E G# B E')));
  expect(plan.strings).toEqual([
    { string: 5, semitones: 2 },
    { string: 4, semitones: 2 },
    { string: 3, semitones: 1 },
  ]);
  expect(plan.tightenedStrings).toEqual([5, 4, 3]);
});

test('a tuning bears the name it ships with only as long as its strings are so', () => {
  expect(tuningName({ tuning: 'drop-d', pitches: [38, 45, 50, 55, 59, 64] })).toEqual({ code: 'tuning.drop-d.name' });
  expect(tuningName({ tuning: 'C G D G B E', pitches: [36, 43, 50, 55, 59, 64] })).toBe('C G D G B E');
});
