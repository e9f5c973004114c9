import { fingerName } from '../pattern/index.ts';
import { message, type Message } from '../message/message.ts';
/** One number the engine has to assume about a hand. */
export interface EstimateDefinition {
  readonly value: number;
  /** What it says, as a teacher reads it. */
  readonly label: Message;
  readonly unit: 's' | '';
  readonly source: Message;
}

const FITTED_TO_TEMPOS = message('estimate.source-fitted');
const UNSOURCED = message('estimate.source');

const secondsEstimate = (value: number, label: Message, source: Message = UNSOURCED): EstimateDefinition => ({
  value,
  label,
  unit: 's',
  source,
});

/**
 * All estimates about the picking hand in one table: an able adult's least times, and how costs fade. A studio can
 * change each of them and set it back.
 */
export const ESTIMATE_DEFINITIONS = {
  p: secondsEstimate(0.2435, message('estimate.same-finger.label', { finger: fingerName('p') }), FITTED_TO_TEMPOS),
  i: secondsEstimate(0.235, message('estimate.same-finger.label', { finger: fingerName('i') }), FITTED_TO_TEMPOS),
  m: secondsEstimate(0.235, message('estimate.same-finger.label', { finger: fingerName('m') }), FITTED_TO_TEMPOS),
  a: secondsEstimate(0.29, message('estimate.same-finger.label', { finger: fingerName('a') }), FITTED_TO_TEMPOS),
  c: secondsEstimate(0.33, message('estimate.same-finger.label', { finger: fingerName('c') }), FITTED_TO_TEMPOS),
  glide: secondsEstimate(0.08, message('estimate.glide.label')),
  pick: secondsEstimate(0.15, message('estimate.pick-same-direction.label'), FITTED_TO_TEMPOS),
  pickAlternate: secondsEstimate(0.095, message('estimate.pick-alternate.label'), FITTED_TO_TEMPOS),
  travelPerString: secondsEstimate(0.009, message('estimate.travel.label'), FITTED_TO_TEMPOS),
  passedString: secondsEstimate(0.015, message('estimate.pick-skip.label'), FITTED_TO_TEMPOS),
  outside: secondsEstimate(0.001, message('estimate.pick-outside.label'), FITTED_TO_TEMPOS),
  inside: secondsEstimate(0.003, message('estimate.pick-inside.label'), FITTED_TO_TEMPOS),
  changeAgain: secondsEstimate(0.019, message('estimate.change-again.label'), FITTED_TO_TEMPOS),
  sweep: secondsEstimate(0.08, message('estimate.sweep.label')),
  otherDigit: secondsEstimate(0.105, message('estimate.two-fingers.label'), FITTED_TO_TEMPOS),
  thumbAndChord: secondsEstimate(0.22, message('estimate.thumb-and-chord.label'), FITTED_TO_TEMPOS),
  pinch: {
    value: 1.15,
    label: message('estimate.pinch.label'),
    unit: '',
    source: FITTED_TO_TEMPOS,
  },
  middleAroundRing: secondsEstimate(0.275, message('estimate.middle-around-ring.label'), FITTED_TO_TEMPOS),
  middleThenRing: secondsEstimate(0.11, message('estimate.middle-then-ring.label'), FITTED_TO_TEMPOS),
  plant: secondsEstimate(0.08, message('estimate.plant-lead.label')),
  touch: secondsEstimate(0.12, message('estimate.touch.label')),
  touchTravel: secondsEstimate(0.02, message('estimate.touch-travel.label')),
  hammerOn: secondsEstimate(0.11, message('estimate.hammer-on.label')),
  pullOff: secondsEstimate(0.13, message('estimate.pull-off.label')),
  slide: secondsEstimate(0.15, message('estimate.slide.label')),
  fade: secondsEstimate(0.45, message('estimate.fade.label')),
  rushFree: {
    value: 1,
    label: message('estimate.rush-free.label'),
    unit: '',
    source: UNSOURCED,
  },
} as const satisfies Record<string, EstimateDefinition>;

/** Name of an estimate. */
export type EstimateKey = keyof typeof ESTIMATE_DEFINITIONS;

/** All names of estimates, in the order of the table. */
export const ESTIMATE_KEYS = Object.keys(ESTIMATE_DEFINITIONS) as readonly EstimateKey[];

/** A value for every estimate; seconds but for `rushFree`. */
export type EstimateValues = Readonly<Record<EstimateKey, number>>;

/** The estimates as they are shipped. */
export const DEFAULT_ESTIMATES: EstimateValues = Object.fromEntries(
  ESTIMATE_KEYS.map((key) => [key, ESTIMATE_DEFINITIONS[key].value]),
) as Record<EstimateKey, number>;

/** How far an estimate may be set from what it is shipped with: a tenth to ten times. */
export const ESTIMATE_RANGE = { least: 0.1, most: 10 } as const;
