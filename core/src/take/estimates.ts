/**
 * All that listening to a take assumes, in one table. Values are est., chosen on half of the seeded evaluation set by one of two
 * synthesisers (docs/takes.md), unless a source is named. Seconds, hertz, shares.
 */
export const TAKE = {
  /** Samples a second everything is brought to, and seconds from one look to the next. */
  sampleRate: 22_050,
  hop: 0.005,
  /** Samples of the two windows, and the frequencies they are for. */
  lowWindow: 2048,
  highWindow: 1024,
  lowest: 60,
  parted: 350,
  highest: 5000,
  /** Share of a take's own level that counts for noise even where it is quieter: silence between partials is no evidence. */
  leastNoise: 0.1,
  /** Share of what sounded before that goes on sounding. */
  ring: 0.9,
  /** Where in time the noise floor is read, and how much more of it is taken for noise. */
  floorShare: 0.05,
  floorFactor: 1.6,
  /** Partials of a string and how they are stretched: fₕ = h f √(1 + B h²) (Fletcher 1964). */
  partials: 30,
  inharmonicity: 6e-5,
  /** Rounds of the least squares for each look. */
  rounds: 7,
  /** Share of a template that is learnt from the take. */
  learnt: 0.7,
  /** How far the tempo may be from what was asked, as a factor, and in what steps it is sought. */
  tempoReach: 1.32,
  tempoStep: 1.012,
  /** Share of the best start that one a time through earlier must come to. */
  earlier: 0.6,
  /** Threshold of a pitch: share of its own strokes' strength, and of what others leak into it. */
  ownShare: 0.14,
  leak: 1.15,
  most: 0.38,
  /** How far a stroke may be from where it is looked for, and the scale of the penalty, in seconds. */
  reach: 0.13,
  scale: 0.035,
  leastScale: 0.012,
  /** Hertz above which a pluck is told from what rings, seconds looked at after and before. */
  pluckAbove: 1500,
  pluckAfter: 0.005,
  pluckBefore: 0.008,
  /** How far from its swell a pluck is looked for: alone, and where others are near. */
  pluckReach: 0.014,
  pluckReachNear: 0.006,
  /** Seconds of the window in which the pulse is taken to be even. */
  pulse: 1.6,
} as const;
