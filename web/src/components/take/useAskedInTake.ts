import { createPatternReference, createTakeReference, listSoundingStrokes } from '@fleet-wren/core';
import { useMemo } from 'react';
import type { AskedInTake, AssessedTake } from './assessed-take.ts';

/** What was asked in a take, worked out once for all that shows it. */
export const useAskedInTake = ({ pattern, hand, judgement }: AssessedTake): AskedInTake =>
  useMemo(() => {
    const { score, digits } = createPatternReference(pattern, hand);
    return {
      score,
      referenceNotes: createTakeReference(score, digits, judgement.heard.cycles),
      strokesPerPass: listSoundingStrokes(score).length,
    };
  }, [pattern, hand, judgement]);
