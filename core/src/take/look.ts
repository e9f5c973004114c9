import type { Level, Scene } from './pairing.ts';
import { evidenceOf, type Looked } from './pulse.ts';
import type { Strengths } from './separate.ts';

/** What is asked beside what speaks for each of its pitches. */
export const lookOf = ({ asked, pitchOf }: Scene, strengths: Strengths, levels: readonly Level[]): Looked => ({
  asked,
  pitchOf,
  evidence: evidenceOf(
    strengths,
    levels.map(({ reference }) => reference),
  ),
});
