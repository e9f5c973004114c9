import { failure, problem, type Problem } from '../errors/index.ts';
import { PATTERN_LIMITS, type Pattern } from '../pattern/index.ts';
import { replacing, type Transform } from './transform.ts';

const refuse = (why: string): Problem => problem('cannot-transform', { problem: why });

const cutBeats = ({ divisions }: Pattern): boolean => (divisions?.length ?? 0) > 0;

/**
 * Writes everything in notes twice as long: one bar becomes two at the same tempo. It is about the whole pattern.
 * @example
 * valueOrThrow(edit(valueOrThrow(readFigure('5 3 2 3')).pattern, valueOrThrow(augment(valueOrThrow(readFigure('5 3 2 3')).pattern, [], freshNames(valueOrThrow(readFigure('5 3 2 3')).pattern))))).document.strokes.map(({ at, string }) => `${at}/${string}`).join(' ') // => '0/5 420/3 840/2 1260/3'
 */
export const augment: Transform = (pattern) => {
  if (cutBeats(pattern))
    return failure(
      refuse('Some beats are cut on their own, which cannot be drawn out. Cut them like the others first.'),
    );
  if (pattern.bars * 2 > PATTERN_LIMITS.bars)
    return failure(refuse(`Twice as long would be more than ${PATTERN_LIMITS.bars} bars.`));
  return replacing(pattern, [], {
    strokes: pattern.strokes.map((stroke) => ({ ...stroke, at: stroke.at * 2 })),
    edits: [{ kind: 'setBars', bars: pattern.bars * 2 }],
  });
};

/**
 * Writes everything in notes half as long: two bars become one at the same tempo. It is about the whole pattern.
 * @example
 * diminish(newPattern('P', { bars: 3 }), [], String).ok // => false
 */
export const diminish: Transform = (pattern) => {
  if (cutBeats(pattern))
    return failure(
      refuse('Some beats are cut on their own, which cannot be drawn together. Cut them like the others first.'),
    );
  if (pattern.bars % 2 === 1)
    return failure(refuse('Half of an odd number of bars is no whole number of bars. Make it an even number first.'));
  if (pattern.strokes.some(({ at }) => at % 2 === 1))
    return failure(refuse('The strokes are as close together as they can be written.'));
  return replacing(pattern, [], {
    strokes: pattern.strokes.map((stroke) => ({ ...stroke, at: stroke.at / 2 })),
    edits: [{ kind: 'setBars', bars: pattern.bars / 2 }],
  });
};
