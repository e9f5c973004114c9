import './finding-hand.scss';
import { say, sayMessage } from '@fleet-wren/wording';
import { describeScorePosition, findMoment, flattenScore, moveHand, stringCount } from '@fleet-wren/core';
import { Hand } from 'lucide-react';
import { OverlayTrigger, Popover } from 'react-bootstrap';
import type { AnalysedPattern } from '../../components/analysed-pattern.ts';
import { MomentPicture } from '../../components/hand-picture/MomentPicture.tsx';
import { formatMoment } from '../../components/hand-picture/moment-text.ts';

interface FindingHandProps {
  readonly judged: AnalysedPattern;
  /** The stroke the finding is about. */
  readonly stroke: string;
}

/** The hand at the moment of a stroke, and who does what. */
const Moment = ({ judged: { pattern, hand, judgement }, stroke }: FindingHandProps) => {
  const score = flattenScore(pattern);
  const digits = score.strokes.map(({ sourceStrokeId }) => judgement.digits[sourceStrokeId] ?? null);
  const motion = moveHand(score, digits, { hand });
  const tick = score.strokes.find(({ sourceStrokeId }) => sourceStrokeId === stroke)?.at ?? 0;
  const moment = findMoment(motion, tick);
  if (!moment) return <p className="mb-0">{say('hand.nothing')}</p>;
  return (
    <>
      <MomentPicture {...{ motion, moment }} strings={stringCount(pattern.instrument)} />
      <p className="mb-0">
        <b>{sayMessage(describeScorePosition(score, moment.tick))}</b>: {formatMoment(moment)}
      </p>
    </>
  );
};

/** Shows the hand where a finding is, when it is pointed at. */
export const FindingHand = (props: FindingHandProps) => (
  <OverlayTrigger
    trigger={['hover', 'focus']}
    placement="left"
    offset={[0, 72]}
    overlay={
      <Popover className="finding-hand">
        <Popover.Body>
          <Moment {...props} />
        </Popover.Body>
      </Popover>
    }
  >
    <button type="button" className="finding-hand-button" aria-label={say('bench.hand-at-finding')}>
      <Hand size={15} aria-hidden />
    </button>
  </OverlayTrigger>
);
