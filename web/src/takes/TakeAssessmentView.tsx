import { sayMessage, saySentence } from '@fleet-wren/wording';
import {
  createTakeReference,
  listSoundingStrokes,
  createPatternReference,
  summariseWithoutDiagnostics,
  summariseTake,
} from '@fleet-wren/core';
import { useMemo, type ReactNode } from 'react';
import { CreateDrillButton } from '../components/drill/CreateDrillButton.tsx';
import { TakePlayer } from './TakePlayer.tsx';
import { FingerStatisticsTable } from './TakeChart.tsx';
import { TakeTrendCharts } from './TakeTrendCharts.tsx';
import type { AskedInTake, AssessedTake } from './assessed-take.ts';

/** What was asked in a take, worked out once for all that shows it. */
const useAsked = ({ pattern, hand, judgement }: AssessedTake): AskedInTake =>
  useMemo(() => {
    const { score, digits } = createPatternReference(pattern, hand);
    return {
      score,
      referenceNotes: createTakeReference(score, digits, judgement.heard.cycles),
      strokesPerPass: listSoundingStrokes(score).length,
    };
  }, [pattern, hand, judgement]);

interface JudgedProps {
  readonly take: AssessedTake;
  /** What can be done with it. */
  readonly children?: ReactNode;
}

/** What was heard in a take: in a line, in sentences, stroke by stroke, by digit, and to be heard itself. */
export const TakeAssessmentView = ({ take, children }: JudgedProps) => {
  const { judgement } = take;
  const asked = useAsked(take);
  return (
    <>
      <div role="status">
        <h2 className="take-headline">{sayMessage(summariseTake(judgement))}</h2>
      </div>
      {judgement.findings.length === 0 && <p>{sayMessage(summariseWithoutDiagnostics(judgement))}</p>}
      <ul className="take-findings">
        {judgement.findings.map((finding) => (
          <li key={sayMessage(finding.message)} className="finding finding-notable">
            <b title={finding.details && sayMessage(finding.details)}>{saySentence(finding.message)}</b>{' '}
            {sayMessage(finding.advice)}{' '}
            <CreateDrillButton pattern={take.pattern} hand={take.hand} strokes={finding.strokes} />
          </li>
        ))}
      </ul>
      <TakePlayer take={take} asked={asked} />
      <div className="take-columns">
        <FingerStatisticsTable judgement={judgement} />
        {children}
      </div>
      <TakeTrendCharts asked={asked.referenceNotes} heard={judgement.heard} />
    </>
  );
};
