import { createPattern, flattenScore, type Digit } from '@fleet-wren/core';
import { createHandPictures } from './hand-pictures.ts';

const strokes = [6, 3, 2, 1].map((string, index) => ({ id: `s${index}`, at: index * 420, string }));
const score = flattenScore(createPattern('P', { strokes }));
const DIGITS: readonly Digit[] = ['p', 'i', 'm', 'a'];

test('each moment is a picture with what happens in it', () => {
  const pictures = createHandPictures(score, DIGITS, false);
  expect(pictures.map(({ place }) => place)).toEqual(['beat 1', 'beat 1 &', 'beat 2', 'beat 2 &']);
  expect(pictures[0]?.words).toMatch(/^thumb plays 6; /);
  expect(pictures[1]?.words).toMatch(/^index finger plays 3; /);
});

test('who plays is drawn larger than who waits, on the line of its string', () => {
  const [first] = createHandPictures(score, DIGITS, false);
  // The thumb's square: half of it is .88 of 21 or of 15.
  expect(first?.svg).toMatch(/d="M-12\.60 -18\.48[^"]*" transform="translate\(442 413\)" fill="#3d4c9a"/);
  expect(first?.svg.match(/<line /g)).toHaveLength(6);
});

test('for a left-handed player it is the mirror image', () => {
  const [right] = createHandPictures(score, DIGITS, false);
  const [left] = createHandPictures(score, DIGITS, true);
  expect(right?.svg).not.toContain('scale(-1 1)');
  expect(left?.svg).toContain('scale(-1 1)');
});

test('where no digit is known there is no hand', () => {
  expect(createHandPictures(score, [null, null, null, null], false)).toEqual([]);
});
