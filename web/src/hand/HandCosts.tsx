import { say, sayMessage } from '@fleet-wren/wording';
import {
  findHardestMove,
  fingerWord,
  measureOppositeMovement,
  moveHand,
  type Digit,
  type HandMotion,
  type HandProfile,
  type Pattern,
  type Score,
} from '@fleet-wren/core';
import { useMemo } from 'react';
import { colourOfFinger, formatComparison, formatHardestMove, inCentimetres } from './hand-text.ts';
import type { SecondHand } from './useSecondHand.ts';

interface BarsProps {
  readonly motion: HandMotion;
  readonly value: (finger: HandMotion['fingers'][number]) => number;
  readonly most: number;
  readonly text: (value: number) => string;
}

const Bars = ({ motion, value, most, text }: BarsProps) => (
  <div className="hand-bars">
    {motion.fingers.map((finger) => (
      <div key={finger.actuator} style={{ display: 'contents' }}>
        <b style={{ color: colourOfFinger(finger.actuator) }}>{sayMessage(fingerWord(finger.actuator))}</b>
        <span className="hand-bar" aria-hidden="true">
          <i
            style={{
              width: `${(100 * value(finger)) / Math.max(1e-9, most)}%`,
              background: colourOfFinger(finger.actuator),
            }}
          />
        </span>
        <span>{text(value(finger))}</span>
      </div>
    ))}
  </div>
);

/** How far strokes may reach against what is supposed: what is not known of a hand that was not filmed. */
const DOUBT = { least: 0.75, most: 1.25 } as const;

interface CostsProps {
  readonly pattern: Pattern;
  readonly score: Score;
  readonly motion: HandMotion;
  readonly digits: readonly (Digit | null)[];
  readonly hand: HandProfile;
  readonly second: SecondHand | null;
}

/** How far all travel in a bar, between what and what it may be, and against another school. */
const Travel = ({ pattern, score, motion, digits, hand, second }: CostsProps) => {
  const bars = Math.max(1, pattern.bars);
  const [least, most] = useMemo(
    () => [DOUBT.least, DOUBT.most].map((size) => inCentimetres(moveHand(score, digits, { hand, size }).travel / bars)),
    [score, digits, hand, bars],
  );
  return (
    <>
      <p className="hand-number">{say('hand.centimetres', { centimetres: inCentimetres(motion.travel / bars) })}</p>
      <p className="text-soft">{say('hand.in-a-bar', { least: least ?? 0, most: most ?? 0 })}</p>
      {second && <p>{formatComparison(motion.travel / bars, second.motion.travel / bars, second.name)}</p>}
    </>
  );
};

/** What the movement costs: how far in a bar, finger by finger, and who is on its string in time. */
export const HandCosts = (props: CostsProps) => {
  const { pattern, score, motion, hand } = props;
  const hardest = findHardestMove(motion);
  const bars = Math.max(1, pattern.bars);
  const warning = hardest && formatHardestMove(score, hardest, hand);
  const opposite = useMemo(() => Math.round(100 * measureOppositeMovement(motion)), [motion]);
  const drift = inCentimetres(motion.palm.drift / bars);
  return (
    <div>
      <Travel {...props} />
      <h2>{say('hand.travel')}</h2>
      <Bars
        motion={motion}
        value={({ travel }) => travel / bars}
        most={Math.max(...motion.fingers.map(({ travel }) => travel / bars))}
        text={(value) => say('hand.centimetres', { centimetres: inCentimetres(value) })}
      />
      <h2>{say('hand.prepared')}</h2>
      <Bars
        motion={motion}
        value={({ preparedShare }) => preparedShare}
        most={1}
        text={(value) => `${Math.round(100 * value)}%`}
      />
      <ul className="hand-more">
        <li>{drift > 0 ? say('hand.palm-moves', { centimetres: drift }) : say('hand.palm-stays')}</li>
        {opposite > 0 && <li>{say('hand.opposite', { share: opposite })}</li>}
      </ul>
      {warning && (
        <p className={`finding ${warning.isTooQuick ? 'finding-serious' : 'finding-notable'}`}>{warning.text}</p>
      )}
      <p className="text-soft">{say('hand.estimated')}</p>
    </div>
  );
};
