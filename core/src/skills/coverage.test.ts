import { parseStringNotation } from '../formats/index.ts';
import { valueOrThrow } from '../errors/index.ts';
import { studyCoverage } from './coverage.ts';

const figure = (id: string, strings: string, tempo: number, chord = 'Em') => ({
  id,
  pattern: valueOrThrow(parseStringNotation(strings, { subdivision: 2, tempo, chord, name: id })).pattern,
});

test('for each skill the patterns that teach it, the easiest named; a skill that none teaches is a hole', () => {
  const { skills } = studyCoverage([
    figure('quick', '6 3 6 3 6 3 6 3', 160),
    figure('slow', '6 3 6 3 6 3 6 3', 60),
    figure('roll', '6 3 2 1', 80),
  ]);
  const of = Object.fromEntries(skills.map((one) => [one.code, one]));
  expect(of['between-thumbs']).toMatchObject({ count: 2, easiest: 'slow' });
  expect(of['roll-forward']).toMatchObject({ count: 1, easiest: 'roll' });
  expect(of.tremolo).toMatchObject({ count: 0, easiest: null });
});

test('patterns that differ in name, tempo and chord alone are played alike', () => {
  const { alike } = studyCoverage([
    figure('a', '6 3 2 1', 80),
    figure('b', '6 3 2 1', 120, 'E'),
    figure('c', '5 3 2 1', 80, 'Am'),
  ]);
  expect(alike).toEqual([['a', 'b']]);
});
