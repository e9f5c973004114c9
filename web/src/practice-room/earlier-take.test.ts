import type { ComparableTake } from '@fleet-wren/core';
import { keepTake, readEarlierTake } from './earlier-take.ts';

const take: ComparableTake = { cycles: [{ cycle: 0, verdict: 'clean', why: null }], tempo: [80, 82], digits: [] };

const storage = () => {
  const kept = new Map<string, string>();
  return {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
  };
};

test('a take is held against the last one of the same stage', () => {
  const kept = storage();
  expect(readEarlierTake(kept, 'roll/whole')).toBeNull();
  keepTake(kept, 'roll/whole', take);
  expect(readEarlierTake(kept, 'roll/whole')).toEqual(take);
  expect(readEarlierTake(kept, 'roll/slow')).toBeNull();
});

test.each(['no JSON', 'null', '{"cycles":1}', '{"cycles":[],"digits":[],"tempo":[80]}'])(
  'what cannot be read is nothing: %s',
  (text) => {
    expect(readEarlierTake({ getItem: () => text, setItem: () => undefined }, 'roll')).toBeNull();
  },
);

test('a browser that keeps nothing compares nothing', () => {
  const refusing = {
    getItem: () => {
      throw new Error('refused');
    },
    setItem: () => {
      throw new Error('refused');
    },
  };
  expect(() => keepTake(refusing, 'roll', take)).not.toThrow();
  expect(readEarlierTake(refusing, 'roll')).toBeNull();
  expect(readEarlierTake(undefined, 'roll')).toBeNull();
});
