import { fingerName } from '../pattern/index.ts';
import { message, type Message } from '../message/message.ts';
/** One number the engine has to assume about a hand. */
export interface Estimate {
  readonly value: number;
  /** What it says, as a teacher reads it. */
  readonly label: Message;
  readonly unit: 's' | '';
  readonly source: Message;
}

const TEMPOS = message('estimate.source-fitted');
const EST = message('estimate.source');

const seconds = (value: number, label: Message, source: Message = EST): Estimate => ({
  value,
  label,
  unit: 's',
  source,
});

/**
 * All estimates about the picking hand in one table: an able adult's least times, and how costs fade. A studio can
 * change each of them and set it back.
 */
export const ESTIMATES = {
  p: seconds(0.2435, message('estimate.same-finger.label', { finger: fingerName('p') }), TEMPOS),
  i: seconds(0.235, message('estimate.same-finger.label', { finger: fingerName('i') }), TEMPOS),
  m: seconds(0.235, message('estimate.same-finger.label', { finger: fingerName('m') }), TEMPOS),
  a: seconds(0.29, message('estimate.same-finger.label', { finger: fingerName('a') }), TEMPOS),
  c: seconds(0.33, message('estimate.same-finger.label', { finger: fingerName('c') }), TEMPOS),
  pick: seconds(0.15, message('estimate.pick-same-direction.label'), TEMPOS),
  pickAlternate: seconds(0.095, message('estimate.pick-alternate.label'), TEMPOS),
  travelPerString: seconds(0.009, message('estimate.travel.label'), TEMPOS),
  passedString: seconds(0.03, message('estimate.pick-skip.label'), TEMPOS),
  outside: seconds(0.001, message('estimate.pick-outside.label'), TEMPOS),
  inside: seconds(0.003, message('estimate.pick-inside.label'), TEMPOS),
  sweep: seconds(0.05, message('estimate.sweep.label')),
  otherDigit: seconds(0.105, message('estimate.two-fingers.label'), TEMPOS),
  middleThenRing: seconds(0.11, message('estimate.middle-then-ring.label'), TEMPOS),
  plant: seconds(0.08, message('estimate.plant-lead.label')),
  touch: seconds(0.12, message('estimate.touch.label')),
  fade: seconds(0.45, message('estimate.fade.label')),
  rushFree: {
    value: 1,
    label: message('estimate.rush-free.label'),
    unit: '',
    source: EST,
  },
} as const satisfies Record<string, Estimate>;

/** Name of an estimate. */
export type EstimateKey = keyof typeof ESTIMATES;

/** All names of estimates, in the order of the table. */
export const ESTIMATE_KEYS = Object.keys(ESTIMATES) as readonly EstimateKey[];

/** A value for every estimate; seconds but for `rushFree`. */
export type HandTimes = Readonly<Record<EstimateKey, number>>;

/** The estimates as they are shipped. */
export const HAND_TIMES: HandTimes = Object.fromEntries(
  ESTIMATE_KEYS.map((key) => [key, ESTIMATES[key].value]),
) as Record<EstimateKey, number>;

/** How far an estimate may be set from what it is shipped with: a tenth to ten times. */
export const ESTIMATE_RANGE = { least: 0.1, most: 10 } as const;
