import { drawTip, locateFingertip, type Actuator, type HandMotion } from '@fleet-wren/core';
import { line } from 'd3-shape';
import { useMemo } from 'react';
import { colourOfFinger } from './hand-text.ts';

/** Points of a trail. */
const POINTS = 240;

interface TrailProps {
  readonly motion: HandMotion;
  readonly actuator: Actuator;
  readonly strings: number;
}

/** The way of one fingertip through the whole pattern. */
export const HandTrail = ({ motion, actuator, strings }: TrailProps) => {
  const path = useMemo(() => {
    const points = Array.from({ length: POINTS }, (_, index) => {
      const found = locateFingertip(motion, actuator, (index / POINTS) * motion.seconds);
      return drawTip(actuator, found?.across ?? 0, found?.above ?? 0, strings);
    });
    return line<(typeof points)[number]>(
      ({ x }) => x,
      ({ y }) => y,
    )(points);
  }, [motion, actuator, strings]);
  return <path className="hand-trail" d={path ?? undefined} stroke={colourOfFinger(actuator)} />;
};
