import { fingerName } from '../pattern/index.ts';
import { message, type Message } from '../message/message.ts';
/** One number the engine has to assume about a hand. */
export interface EstimateDefinition {
  readonly value: number;
  /** What it says, as a teacher reads it. */
  readonly label: Message;
  readonly unit: 's' | 'mm' | '';
  readonly source: Message;
  /** The 95 % range by the tempos it is fitted to; null on a side where they do not limit it. */
  readonly range?: readonly [least: number | null, most: number | null];
}

const FITTED_TO_TEMPOS = message('estimate.source-fitted');
const UNSOURCED = message('estimate.source');

const secondsEstimate = (value: number, label: Message): EstimateDefinition => ({
  value,
  label,
  unit: 's',
  source: UNSOURCED,
});

/** One whose range follows from the tempos it is fitted to: `npm run calibrate` says it anew. */
const fittedEstimate = (
  value: number,
  label: Message,
  range?: EstimateDefinition['range'],
  unit: EstimateDefinition['unit'] = 's',
): EstimateDefinition => ({ value, label, unit, source: FITTED_TO_TEMPOS, range });

/**
 * All estimates about the picking hand in one table: an able adult's least times, and how costs fade. A studio can
 * change each of them and set it back.
 */
export const ESTIMATE_DEFINITIONS = {
  p: fittedEstimate(0.2435, message('estimate.same-finger.label', { finger: fingerName('p') }), [0.2367, 0.2558]),
  i: fittedEstimate(0.235, message('estimate.same-finger.label', { finger: fingerName('i') }), [null, 0.2455]),
  m: fittedEstimate(0.235, message('estimate.same-finger.label', { finger: fingerName('m') }), [null, 0.2443]),
  a: fittedEstimate(0.29, message('estimate.same-finger.label', { finger: fingerName('a') }), [null, 0.3471]),
  c: fittedEstimate(0.33, message('estimate.same-finger.label', { finger: fingerName('c') })),
  glide: secondsEstimate(0.08, message('estimate.glide.label')),
  pick: fittedEstimate(0.15, message('estimate.pick-same-direction.label')),
  pickAlternate: fittedEstimate(0.095, message('estimate.pick-alternate.label'), [0.0893, 0.0966]),
  travelPerString: fittedEstimate(0.009, message('estimate.travel.label'), [null, 0.0106]),
  passedString: fittedEstimate(0.015, message('estimate.pick-skip.label'), [null, 0.0173]),
  outside: fittedEstimate(0.001, message('estimate.pick-outside.label')),
  inside: fittedEstimate(0.003, message('estimate.pick-inside.label'), [null, 0.0045]),
  changeAgain: fittedEstimate(0.019, message('estimate.change-again.label'), [0.0109, 0.0247]),
  sweep: secondsEstimate(0.08, message('estimate.sweep.label')),
  otherDigit: fittedEstimate(0.105, message('estimate.two-fingers.label'), [0.0972, 0.1094]),
  thumbAndChord: fittedEstimate(0.22, message('estimate.thumb-and-chord.label'), [0.2087, 0.2591]),
  pinch: fittedEstimate(1.15, message('estimate.pinch.label'), [1.1172, 1.314], ''),
  middleAroundRing: fittedEstimate(0.3, message('estimate.middle-around-ring.label'), [0.2913, 0.3344]),
  middleThenRing: fittedEstimate(0.11, message('estimate.middle-then-ring.label'), [0.1096, 0.1186]),
  plant: secondsEstimate(0.08, message('estimate.plant-lead.label')),
  touch: secondsEstimate(0.12, message('estimate.touch.label')),
  touchTravel: secondsEstimate(0.02, message('estimate.touch-travel.label')),
  hammerOn: secondsEstimate(0.11, message('estimate.hammer-on.label')),
  pullOff: secondsEstimate(0.13, message('estimate.pull-off.label')),
  slide: secondsEstimate(0.15, message('estimate.slide.label')),
  fade: secondsEstimate(0.45, message('estimate.fade.label')),
  strokeThrough: { value: 6, label: message('estimate.stroke-through.label'), unit: 'mm', source: UNSOURCED },
  strokeLift: { value: 4, label: message('estimate.stroke-lift.label'), unit: 'mm', source: UNSOURCED },
  fingerReach: { value: 1.5, label: message('estimate.finger-reach.label'), unit: '', source: UNSOURCED },
  thumbReach: { value: 2, label: message('estimate.thumb-reach.label'), unit: '', source: UNSOURCED },
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

/** A value for every estimate, in the unit of its definition. */
export type EstimateValues = Readonly<Record<EstimateKey, number>>;

/** The estimates as they are shipped. */
export const DEFAULT_ESTIMATES: EstimateValues = Object.fromEntries(
  ESTIMATE_KEYS.map((key) => [key, ESTIMATE_DEFINITIONS[key].value]),
) as Record<EstimateKey, number>;

/** How far an estimate may be set from what it is shipped with: a tenth to ten times. */
export const ESTIMATE_RANGE = { least: 0.1, most: 10 } as const;
