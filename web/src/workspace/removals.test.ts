import { jest } from '@jest/globals';
import { bringBack, finishRemovals, removeLater, useRemovals } from './removals.ts';

const waiting = (): readonly string[] => [...useRemovals.getState().waiting.keys()];

describe('what is removed in a while', () => {
  beforeEach(() => void jest.useFakeTimers());
  afterEach(() => {
    finishRemovals();
    jest.useRealTimers();
  });

  test('is left out at once and removed once, when the time is over', () => {
    const finish = jest.fn();
    removeLater('a', finish);
    expect(waiting()).toEqual(['a']);
    expect(finish).not.toHaveBeenCalled();
    jest.runAllTimers();
    finishRemovals();
    expect(finish).toHaveBeenCalledTimes(1);
    expect(waiting()).toEqual([]);
  });

  test('is there again when it is brought back, and nothing happens to it', () => {
    const finish = jest.fn();
    removeLater('a', finish);
    bringBack('a');
    jest.runAllTimers();
    expect(finish).not.toHaveBeenCalled();
    expect(waiting()).toEqual([]);
  });

  test('is removed when the page is left', () => {
    const [one, other] = [jest.fn(), jest.fn()];
    removeLater('a', one);
    removeLater('b', other);
    bringBack('b');
    finishRemovals();
    expect([one, other].map(({ mock }) => mock.calls.length)).toEqual([1, 0]);
  });
});
