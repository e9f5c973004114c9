import type { PitchLevel, AlignmentScene } from './onset-pairing.ts';
import { computeSalience, type ScoreSearchInput } from './tempo-hypotheses.ts';
import type { PitchActivations } from '../signal/pitch-activations.ts';

/** What is asked beside what speaks for each of its pitches. */
export const createSearchInput = (
  { reference: asked, pitchIndex }: AlignmentScene,
  strengths: PitchActivations,
  levels: readonly PitchLevel[],
): ScoreSearchInput => ({
  reference: asked,
  pitchIndex,
  salience: computeSalience(
    strengths,
    levels.map(({ reference }) => reference),
  ),
});
