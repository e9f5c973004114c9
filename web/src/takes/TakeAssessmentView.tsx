import type { ComparableTake } from '@fleet-wren/core';
import type { ReactNode } from 'react';
import { CreateDrillButton } from '../components/drill/CreateDrillButton.tsx';
import { TakeFindings } from '../components/take/TakeFindings.tsx';
import { TakeSummary } from '../components/take/TakeSummary.tsx';
import { TakePlayer } from '../components/take/TakePlayer.tsx';
import { useTakePlayback } from '../components/take/useTakePlayback.ts';
import { FingerStatisticsTable } from '../components/take/TakeChart.tsx';
import { TakeTrendCharts } from './TakeTrendCharts.tsx';
import type { AssessedTake } from '../components/take/assessed-take.ts';
import { useAskedInTake } from '../components/take/useAskedInTake.ts';

interface JudgedProps {
  readonly take: AssessedTake;
  /** The take before it of the same pattern, where there is one. */
  readonly before?: ComparableTake | null;
  /** What can be done with it. */
  readonly children?: ReactNode;
}

/** What was heard in a take: in a line, in sentences, stroke by stroke, by digit, and to be heard itself. */
export const TakeAssessmentView = ({ take, before, children }: JudgedProps) => {
  const { judgement } = take;
  const asked = useAskedInTake(take);
  const playback = useTakePlayback();
  return (
    <>
      <TakeSummary judgement={judgement} before={before} />
      <TakeFindings
        findings={judgement.findings}
        take={take}
        asked={asked}
        playback={playback}
        tools={({ strokes }) => <CreateDrillButton pattern={take.pattern} hand={take.hand} strokes={strokes} />}
      />
      <TakePlayer take={take} asked={asked} playback={playback} />
      <div className="take-columns">
        <FingerStatisticsTable judgement={judgement} />
        {children}
      </div>
      <TakeTrendCharts asked={asked.referenceNotes} heard={judgement.heard} />
    </>
  );
};
