import { parseKey, type Bar, type Key } from '@fleet-wren/core';
import { formatBarNumerals } from './bar-numerals.ts';

const bar = (...names: readonly string[]): Bar => ({
  chords: names.map((voicing, index) => ({ at: index * 840, voicing })),
  texture: 'rest',
});

const C = parseKey('C') as Key;

test('the chords of a bar are degrees of the key, and lead on into the next bar', () => {
  expect(formatBarNumerals(bar('C', 'A7'), bar('Dm'), C)).toBe('I V7/ii');
  expect(formatBarNumerals(bar('Dm', 'G7'), undefined, C)).toBe('ii V7');
});

test('a bar without chords, or with one that is named by its frets, has none', () => {
  expect(formatBarNumerals(bar(), undefined, C)).toBe('');
  expect(formatBarNumerals(bar('x 3 2 0 1 0'), undefined, C)).toBe('');
});
