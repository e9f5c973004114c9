/** One number the engine has to assume about a hand. */
export interface Estimate {
  readonly value: number;
  /** What it says, as a teacher reads it. */
  readonly label: string;
  readonly unit: 's' | '';
  readonly source: string;
}

const TEMPOS = 'est., fitted to the tempos an able player reaches in standard figures (docs/judgement.md)';
const EST = 'est.';

const seconds = (value: number, label: string, source: string = EST): Estimate => ({ value, label, unit: 's', source });

/**
 * All estimates about the picking hand in one table: an able adult's least times, and how costs fade. A studio can
 * change each of them and set it back.
 */
export const ESTIMATES = {
  p: seconds(0.2435, 'thumb, from one stroke to the next on one string', TEMPOS),
  i: seconds(0.235, 'index, from one stroke to the next on one string', TEMPOS),
  m: seconds(0.235, 'middle, from one stroke to the next on one string', TEMPOS),
  a: seconds(0.29, 'ring, from one stroke to the next on one string', TEMPOS),
  c: seconds(0.33, 'little finger, from one stroke to the next on one string', TEMPOS),
  pick: seconds(0.15, 'pick, twice in one direction', TEMPOS),
  pickAlternate: seconds(0.095, 'pick, down then up', TEMPOS),
  travelPerString: seconds(0.009, 'for each string a digit travels', TEMPOS),
  passedString: seconds(0.03, 'each string the pick passes over adds', TEMPOS),
  outside: seconds(0.001, 'a change of string round the outside adds', TEMPOS),
  inside: seconds(0.003, 'a change of string on the inside adds', TEMPOS),
  sweep: seconds(0.05, 'a sweep or rake to the next string, in all'),
  otherDigit: seconds(0.105, 'two different digits one after another', TEMPOS),
  middleThenRing: seconds(0.11, 'middle and ring one after another', TEMPOS),
  plant: seconds(0.08, 'a digit that plants is on its string before it plays by'),
  touch: seconds(0.12, 'index, from touching a harmonic to playing, or back'),
  fade: seconds(0.45, 'most of a cost between two strokes has faded after'),
  rushFree: {
    value: 1,
    label: 'share of the time there is that a digit may need before it is rushed',
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
