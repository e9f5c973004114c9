import { say, sayMessage, saySentence } from '@fleet-wren/wording';
import { locateFinding, type TakeDiagnostic, type TakeSpan } from '@fleet-wren/core';
import { Repeat } from 'lucide-react';
import { useMemo, type ReactNode } from 'react';
import { Button } from 'react-bootstrap';
import type { AskedInTake, AssessedTake } from './assessed-take.ts';
import type { TakePlayback } from './useTakePlayback.ts';
import { LoopPlaceButton } from './LoopPlaceButton.tsx';

interface FindingProps {
  readonly finding: TakeDiagnostic;
  readonly take: AssessedTake;
  readonly asked: AskedInTake;
  readonly playback: TakePlayback;
  /** What else can be done about it. */
  readonly children?: ReactNode;
}

const isSame = (a: TakeSpan | null, b: TakeSpan | undefined): boolean =>
  a !== null && a.pass === b?.pass && a.from === b.from && a.to === b.to;

/** What speaks for a finding, and how sure it is: for who asks. */
const detailsOf = ({ details, confidence }: TakeDiagnostic): string | undefined => {
  const parts = [
    ...(details ? [sayMessage(details)] : []),
    ...(confidence === undefined ? [] : [say('takes.how-sure', { percent: Math.floor(100 * confidence) })]),
  ];
  return parts.length > 0 ? parts.join(' ') : undefined;
};

/** One thing to say of a take, one thing to do, where it is heard most clearly, and its place to play along with. */
const Finding = ({ finding, take, asked, playback, children }: FindingProps) => {
  const { looped, loop } = playback;
  const [clearest] = useMemo(
    () => locateFinding(finding, asked.referenceNotes, take.judgement.heard),
    [finding, asked, take],
  );
  const isHeard = isSame(looped, clearest);
  return (
    <li className="finding finding-notable">
      <b title={detailsOf(finding)}>{saySentence(finding.message)}</b> {sayMessage(finding.advice)}{' '}
      <span className="take-finding-tools">
        {clearest && (
          <Button
            size="sm"
            variant="cure"
            aria-pressed={isHeard}
            title={say('takes.hear-it-hint', { pass: clearest.pass + 1 })}
            onClick={() => loop(isHeard ? null : clearest)}
          >
            <Repeat size={13} aria-hidden /> {say('takes.hear-it')}
          </Button>
        )}
        <LoopPlaceButton take={take} strokes={finding.strokes} />
        {children}
      </span>
    </li>
  );
};

interface FindingsProps extends Omit<FindingProps, 'finding' | 'children'> {
  readonly findings: readonly TakeDiagnostic[];
  readonly tools?: (finding: TakeDiagnostic) => ReactNode;
}

/** What there is to say of a take, the weightiest first. */
export const TakeFindings = ({ findings, tools, ...shared }: FindingsProps) => (
  <ul className="take-findings">
    {findings.map((finding) => (
      <Finding key={sayMessage(finding.message)} finding={finding} {...shared}>
        {tools?.(finding)}
      </Finding>
    ))}
  </ul>
);
