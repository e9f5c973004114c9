import { say, sayMessage, saySentence, sayProblem } from '@fleet-wren/wording';
import { gradeSeverity, type DiagnosticGroup, type QuickFix, type PatternAnalysis } from '@fleet-wren/core';
import { Button } from 'react-bootstrap';
import type { AnalysedPattern } from '../../components/analysed-pattern.ts';
import { usePatternEditorStore } from '../../workspace/pattern-editor-context.ts';
import { FindingHand } from './FindingHand.tsx';
import { numberDiagnostics } from '../../components/pattern-editor/numbered-diagnostics.ts';

const quietWords = (judgement: PatternAnalysis): string =>
  Object.keys(judgement.digits).length > 1 ? say('common.no-problems-found') : say('bench.nothing-to-review-yet');

interface OneProps {
  readonly judged: AnalysedPattern;
  readonly cause: DiagnosticGroup;
  readonly number: number;
  readonly cure: QuickFix | null | undefined;
}

const One = ({ judged, cause, number, cure }: OneProps) => {
  const { applyEdit } = usePatternEditorStore().getState();
  const how = gradeSeverity(cause.severity);
  const stroke = cause.diagnostics[0]?.strokeIds.at(-1);
  return (
    <li className={`finding finding-${how}`}>
      <b>{number}</b> <span title={cause.details && sayMessage(cause.details)}>{saySentence(cause.message)}</span>{' '}
      <span className="finding-how">{say(`severity.${how}`)}</span>
      {stroke !== undefined && <FindingHand {...{ judged, stroke }} />}
      {cure && (
        <div>
          <Button variant="cure" size="sm" onClick={() => applyEdit(cure.edit)}>
            {sayMessage(cure.label)}
          </Button>
        </div>
      )}
    </li>
  );
};

/** What there is to look at, each where it is, with how bad it is and a way out that one click takes. */
export const ReviewList = ({
  judged,
  cures,
}: {
  readonly judged: AnalysedPattern;
  readonly cures: readonly (QuickFix | null)[] | null;
}) => {
  const { shown, more } = numberDiagnostics(judged);
  const { judgement } = judged;
  return (
    <section aria-label={say('bench.review')}>
      <h2>{say('bench.review')}</h2>
      {judgement.warnings.map((trouble) => (
        <p key={`${trouble.code}${trouble.strokes.join()}`} className="finding finding-trouble">
          {sayProblem(trouble)}
        </p>
      ))}
      <ol className="findings">
        {shown.map((cause, index) => (
          <One
            key={`${cause.kind}${sayMessage(cause.message)}`}
            judged={judged}
            cause={cause}
            number={index + 1}
            cure={cures?.[index]}
          />
        ))}
      </ol>
      {more > 0 && <p className="text-soft">{say('bench.and-more-like-these', { more })}</p>}
      {shown.length === 0 && judgement.warnings.length === 0 && (
        <p className="finding finding-quiet">{quietWords(judgement)}</p>
      )}
    </section>
  );
};
