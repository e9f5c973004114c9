import { analysePattern } from '../../analysis/index.ts';
import { valueOrThrow } from '../../errors/index.ts';
import { parseStringNotation } from '../../formats/index.ts';
import { createLadder } from './ladder.ts';

test('the whole that is kept up in the end says who plays what, pins and chosen digits alike', () => {
  const { pattern } = valueOrThrow(parseStringNotation('5 3 2 3'));
  const given = {
    ...pattern,
    strokes: pattern.strokes.map((stroke, index) => (index === 3 ? { ...stroke, pin: 'm' as const } : stroke)),
  };
  const { whole } = valueOrThrow(createLadder(given, { target: 80 }));
  const { digits } = analysePattern({ ...given, cyclic: true });
  expect(whole.strokes.map(({ pin }) => pin)).toEqual(given.strokes.map(({ id }) => digits[id]));
  expect(whole.strokes.map(({ id, at, string }) => `${id} ${at} ${string}`)).toEqual(
    given.strokes.map(({ id, at, string }) => `${id} ${at} ${string}`),
  );
});
