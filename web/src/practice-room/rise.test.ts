import { rampTempo, roundsAt, type Rounds } from './tempo-ramp.ts';

const after = (ticks: readonly number[]): number => ticks.reduce<Rounds>(roundsAt, { finished: 0, tick: 0 }).finished;

describe('rounds of a rising tempo', () => {
  test('a count-in finishes none, however many frames it takes', () => {
    const countIn = Array.from({ length: 120 }, (_, frame) => -3360 + 28 * frame);
    expect(after(countIn)).toBe(0);
    expect(after([...countIn, 0, 800, 1600, 2400, 3200])).toBe(0);
  });

  test('each return to the beginning is one round', () => {
    const round = [0, 800, 1600, 2400, 3200];
    expect(after([...round, ...round, ...round])).toBe(2);
  });

  test('a place that moves back a little, as when the tempo rises, is no round', () => {
    expect(after([0, 1600, 1580, 2400, 2390])).toBe(0);
  });
});

test('the tempo rises from four fifths to what is asked for in eight rounds', () => {
  expect([0, 4, 8, 20].map((round) => rampTempo(100, round))).toEqual([80, 90, 100, 100]);
});
