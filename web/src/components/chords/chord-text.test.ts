import { createPattern } from '@fleet-wren/core';
import { soundingWords } from './chord-text.ts';

const { instrument } = createPattern('P');
const E = { chord: 'E', frets: [0, 2, 2, 1, 0, 0] };

test('behind a capo a chord says what it sounds as, in musical signs', () => {
  expect(soundingWords(E, { ...instrument, capo: 2 })).toBe('(sounds F♯)');
  expect(soundingWords({ chord: 'A', frets: [null, 0, 2, 2, 2, 0] }, { ...instrument, capo: 1 })).toMatch(/B♭|A♯/);
});

test('without a capo it says nothing', () => {
  expect(soundingWords(E, instrument)).toBe('');
});
