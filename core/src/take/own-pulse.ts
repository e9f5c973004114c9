import { strikerOf, type Striker } from '../pattern/index.ts';
import type { Asked, AskedStroke } from './asked.ts';
import { TAKE } from './estimates.ts';
import type { Scene } from './pairing.ts';
import { smoothPulse, type Heard as Placed } from './smooth-pulse.ts';
import { median, spreadOf } from '../statistics/index.ts';

const strikerIn = ({ digit }: AskedStroke): Striker | null => digit && strikerOf(digit);

/** How late each digit usually comes, in seconds against the pulse. */
const latenessBy = (
  asked: Asked,
  times: readonly (number | null)[],
  pulse: readonly number[],
): ReadonlyMap<Striker, number> => {
  const past = new Map<Striker, number[]>();
  times.forEach((at, index) => {
    const striker = strikerIn(asked.strokes[index] as AskedStroke);
    if (at !== null && striker) past.set(striker, [...(past.get(striker) ?? []), at - (pulse[index] as number)]);
  });
  return new Map([...past].map(([striker, values]) => [striker, median(values)]));
};

const placedBy = (
  scene: Scene,
  times: readonly (number | null)[],
  lateness: ReadonlyMap<Striker, number>,
): readonly Placed[] =>
  times.flatMap((at, index) => {
    const stroke = scene.asked.strokes[index] as AskedStroke;
    const striker = strikerIn(stroke);
    return at === null ? [] : [{ asked: stroke.at, at: at - ((striker && lateness.get(striker)) ?? 0) }];
  });

/** The pulse laid smoothly through what was heard, each digit’s usual lateness taken out, at every asked stroke. */
export const pulseBy = (
  scene: Scene,
  times: readonly (number | null)[],
  before: readonly number[],
): readonly number[] => {
  const { strokes } = scene.asked;
  let lateness: ReadonlyMap<Striker, number> = new Map();
  let pulse = before;
  for (let again = 0; again < 3; again += 1) {
    pulse = smoothPulse(
      placedBy(scene, times, lateness),
      strokes.map(({ at }) => at),
      before,
    );
    lateness = latenessBy(scene.asked, times, pulse);
    // The pulse is the player’s own: what all digits share is no lateness.
    const shared = median([...times].flatMap((at, index) => (at === null ? [] : [at - (pulse[index] as number)])));
    lateness = new Map([...lateness].map(([striker, value]) => [striker, value - shared]));
  }
  return pulse;
};

/** How late each digit usually comes, and how far strokes usually are beside that, in seconds. */
export interface Habits {
  readonly late: (stroke: AskedStroke) => number;
  readonly scale: number;
}

/** The habits of a player by what was heard and the pulse laid through it. */
export const habitsBy = (asked: Asked, times: readonly (number | null)[], pulse: readonly number[]): Habits => {
  const lateness = latenessBy(asked, times, pulse);
  const late = (stroke: AskedStroke): number => {
    const striker = strikerIn(stroke);
    return (striker && lateness.get(striker)) ?? 0;
  };
  const past = times.flatMap((at, index) =>
    at === null ? [] : [at - (pulse[index] as number) - late(asked.strokes[index] as AskedStroke)],
  );
  return { late, scale: Math.max(TAKE.leastScale, 1.3 * spreadOf(past)) };
};
