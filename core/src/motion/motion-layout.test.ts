import { valueOrThrow } from '../errors/index.ts';
import { parseStringNotation } from '../formats/index.ts';
import type { Digit } from '../pattern/index.ts';
import { flattenScore } from '../score/index.ts';
import { POSTURE, layOutMotion, moveHand, stringY } from './index.ts';

const motionOf = (text: string, digits: readonly Digit[]) => {
  const { pattern } = valueOrThrow(parseStringNotation(text, { tempo: 60 }));
  return moveHand(flattenScore({ ...pattern, cyclic: true }), digits);
};

test('a fingertip is drawn on its string when it plays, and filled; the others rest', () => {
  const motion = motionOf('6 3', ['p', 'i']);
  const thumb = layOutMotion(motion, 0, 6).find(({ actuator }) => actuator === 'p');
  expect(thumb?.tip.y).toBeCloseTo(stringY(6), 6);
  expect(thumb?.isFree).toBe(false);
  const resting = layOutMotion(motion, 0, 6).filter(({ plays }) => !plays);
  expect(resting.map(({ actuator }) => actuator)).toEqual(['a', 'm']);
});

test('just after its stroke a fingertip is off its string, and hollow', () => {
  const motion = motionOf('6 3', ['p', 'i']);
  const [thumb] = layOutMotion(motion, 0.06, 6).filter(({ actuator }) => actuator === 'p');
  expect(thumb?.isFree).toBe(true);
  expect(thumb?.tip.y).toBeLessThan(stringY(6));
});

test('more or fewer strings share the same room, from the first to the last', () => {
  expect([stringY(1, 4), stringY(4, 4)]).toEqual([POSTURE.top, stringY(6)]);
  expect(stringY(3)).toBe(stringY(3, 6));
});

test('drawn from the back to the front, the thumb last', () => {
  const motion = motionOf('6 3 2 1', ['p', 'i', 'm', 'a']);
  expect(layOutMotion(motion, 0, 6).map(({ actuator }) => actuator)).toEqual(['a', 'm', 'i', 'p']);
});
