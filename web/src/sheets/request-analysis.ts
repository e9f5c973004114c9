import type { HandProfile, PatternAnalysis, Pattern } from '@fleet-wren/core';
import { backgroundWorker } from '../workers/workers.ts';

interface Question {
  readonly pattern: Pattern;
  readonly hand: HandProfile;
}

/** The judgement of what is put on paper, made off the page's thread. */
export const requestPatternAnalysis = ({ pattern, hand }: Question, signal: AbortSignal): Promise<PatternAnalysis> =>
  backgroundWorker.request('analyseOnce', [pattern, hand], { signal });
