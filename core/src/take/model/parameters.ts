/**
 * All that listening to a take assumes, in one table. Values are est., chosen on half of the seeded evaluation set by
 * one of two synthesisers (docs/takes.md), unless a source is named. Seconds, hertz, shares.
 */
export const TAKE_PARAMETERS = {
  /** Samples a second everything is brought to, and seconds from one look to the next. */
  sampleRate: 22_050,
  hopSeconds: 0.005,
  /** Samples of the two windows, and the frequencies they are for. */
  lowWindow: 2048,
  highWindow: 1024,
  minFrequency: 60,
  crossoverFrequency: 350,
  maxFrequency: 5000,
  /**
   * Share of a take's own level that counts for noise even where it is quieter: silence between partials is no
   * evidence.
   */
  minNoiseShare: 0.1,
  /** Share of what sounded before that goes on sounding. */
  decayFactor: 0.9,
  /** Where in time the noise floor is read, and how much more of it is taken for noise. */
  noiseFloorQuantile: 0.05,
  noiseFloorFactor: 1.6,
  /** Partials of a string and how they are stretched: fₕ = h f √(1 + B h²) (Fletcher 1964). */
  partialCount: 30,
  inharmonicity: 6e-5,
  /** Rounds of the least squares for each look. */
  nnlsIterations: 7,
  /** Share of a template that is learnt from the take. */
  templateAdaptation: 0.7,
  /** How far the tempo may be from what was asked, as a factor, and in what steps it is sought. */
  maxTempoRatio: 1.32,
  tempoRatioStep: 1.012,
  /** Share of the best start that one a time through earlier must come to. */
  earlierStartShare: 0.6,
  /** Threshold of a pitch: share of its own strokes' strength, and of what others leak into it. */
  thresholdShare: 0.14,
  leakageFactor: 1.15,
  maxThreshold: 0.38,
  /** How far a stroke may be from where it is looked for, and the scale of the penalty, in seconds. */
  onsetTolerance: 0.13,
  onsetScale: 0.035,
  minOnsetScale: 0.012,
  /** Hertz above which a pluck is told from what rings, seconds looked at after and before. */
  attackHighPass: 1500,
  attackWindowAfter: 0.005,
  attackWindowBefore: 0.008,
  /** How far from its swell a pluck is looked for: alone, and where others are near. */
  attackTolerance: 0.014,
  attackToleranceDense: 0.006,
  /** Seconds of the window in which the pulse is taken to be even. */
  tempoWindowSeconds: 1.6,
} as const;
