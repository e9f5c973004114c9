import { actuatorOf, type Actuator } from '../../pattern/index.ts';
import type { TakeReference, ReferenceStroke } from '../model/reference.ts';
import { TAKE_PARAMETERS } from '../model/parameters.ts';
import type { AlignmentScene } from './onset-pairing.ts';
import { smoothBeatTimes, type OnsetPair as Placed } from './smooth-beats.ts';
import { median, robustStandardDeviation } from '../../statistics/index.ts';

const getActuator = ({ digit }: ReferenceStroke): Actuator | null => digit && actuatorOf(digit);

/** How late each digit usually comes, in seconds against the pulse. */
const estimateActuatorAsynchrony = (
  asked: TakeReference,
  times: readonly (number | null)[],
  pulse: readonly number[],
): ReadonlyMap<Actuator, number> => {
  const past = new Map<Actuator, number[]>();
  times.forEach((at, index) => {
    const striker = getActuator(asked.strokes[index] as ReferenceStroke);
    if (at !== null && striker) past.set(striker, [...(past.get(striker) ?? []), at - (pulse[index] as number)]);
  });
  return new Map([...past].map(([striker, values]) => [striker, median(values)]));
};

const collectCorrectedOnsets = (
  scene: AlignmentScene,
  times: readonly (number | null)[],
  lateness: ReadonlyMap<Actuator, number>,
): readonly Placed[] =>
  times.flatMap((at, index) => {
    const stroke = scene.reference.strokes[index] as ReferenceStroke;
    const striker = getActuator(stroke);
    return at === null ? [] : [{ expected: stroke.onset, detected: at - ((striker && lateness.get(striker)) ?? 0) }];
  });

/** The pulse laid smoothly through what was heard, each digit’s usual lateness taken out, at every asked stroke. */
export const estimateBeatTimes = (
  scene: AlignmentScene,
  times: readonly (number | null)[],
  before: readonly number[],
): readonly number[] => {
  const { strokes } = scene.reference;
  let lateness: ReadonlyMap<Actuator, number> = new Map();
  let pulse = before;
  for (let again = 0; again < 3; again += 1) {
    pulse = smoothBeatTimes(
      collectCorrectedOnsets(scene, times, lateness),
      strokes.map(({ onset }) => onset),
      before,
    );
    lateness = estimateActuatorAsynchrony(scene.reference, times, pulse);
    // The pulse is the player’s own: what all digits share is no lateness.
    const shared = median([...times].flatMap((at, index) => (at === null ? [] : [at - (pulse[index] as number)])));
    lateness = new Map([...lateness].map(([striker, value]) => [striker, value - shared]));
  }
  return pulse;
};

/** How late each digit usually comes, and how far strokes usually are beside that, in seconds. */
export interface TimingModel {
  readonly getAsynchrony: (stroke: ReferenceStroke) => number;
  readonly onsetScale: number;
}

/** The habits of a player by what was heard and the pulse laid through it. */
export const estimateTimingModel = (
  asked: TakeReference,
  times: readonly (number | null)[],
  pulse: readonly number[],
): TimingModel => {
  const lateness = estimateActuatorAsynchrony(asked, times, pulse);
  const late = (stroke: ReferenceStroke): number => {
    const striker = getActuator(stroke);
    return (striker && lateness.get(striker)) ?? 0;
  };
  const past = times.flatMap((at, index) =>
    at === null ? [] : [at - (pulse[index] as number) - late(asked.strokes[index] as ReferenceStroke)],
  );
  return {
    getAsynchrony: late,
    onsetScale: Math.max(TAKE_PARAMETERS.minOnsetScale, 1.3 * robustStandardDeviation(past)),
  };
};
