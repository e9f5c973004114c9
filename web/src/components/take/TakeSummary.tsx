import { sayMessage } from '@fleet-wren/wording';
import {
  compareTakes,
  summariseTake,
  summariseWithoutDiagnostics,
  type ComparableTake,
  type TakeAssessment,
} from '@fleet-wren/core';

interface SummaryProps {
  readonly judgement: TakeAssessment;
  /** The take before it of the same pattern, where there is one. */
  readonly before?: ComparableTake | null;
}

/** A take in a line, against the one before it, and what to say where nothing is to be worked on. */
export const TakeSummary = ({ judgement, before }: SummaryProps) => (
  <>
    <div role="status">
      <h2 className="take-headline">{sayMessage(summariseTake(judgement))}</h2>
      {before && <p className="take-before">{sayMessage(compareTakes(before, judgement))}</p>}
    </div>
    {judgement.findings.length === 0 && <p>{sayMessage(summariseWithoutDiagnostics(judgement))}</p>}
  </>
);
