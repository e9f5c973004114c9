import './hand-picture.scss';
import { PALM_OUTLINE, POSTURE, ribbonPath, stringY, turnPicture, type Digit, type DrawnDigit } from '@fleet-wren/core';
import type { ReactNode } from 'react';
import { useLeftHanded } from '../left-handed.ts';
import { StrokeSymbol } from '../stroke-symbol/StrokeSymbol.tsx';

/** What letters are turned back by, where the picture is turned. */
type Upright = ReturnType<typeof turnPicture>['upright'];

interface StringsProps {
  readonly count: number;
  readonly upright: Upright;
}

/** Names stand at the far end of their strings, where no arm lies; what is mirrored is turned back to be read. */
const Strings = ({ count, upright: [x, y] }: StringsProps) =>
  Array.from({ length: count }, (_, index) => (
    <g key={index}>
      <line
        className="posture-string"
        x1={POSTURE.left}
        x2={POSTURE.right}
        y1={stringY(index + 1, count)}
        y2={stringY(index + 1, count)}
        strokeWidth={1.6 + index * 0.5}
      />
      <text
        className="posture-number"
        transform={`translate(${POSTURE.left - 18} ${stringY(index + 1, count)}) scale(${x} ${y})`}
        dy="0.34em"
      >
        {index + 1}
      </text>
    </g>
  ));

const Finger = ({ digit }: { readonly digit: DrawnDigit }) => (
  <path className={digit.plays ? 'posture-hand' : 'posture-hand posture-rests'} d={ribbonPath(digit.ribbon)} />
);

const symbolOf = ({ actuator }: DrawnDigit): Digit => (actuator === 'pick' ? 'down' : actuator);

/** A fingertip as the bench's symbol: filled on its string, hollow above it, in a light where it plays next. */
const Tip = ({ digit, upright: [x, y] }: { readonly digit: DrawnDigit; readonly upright: Upright }) =>
  digit.plays ? (
    <g transform={`translate(${digit.tip.x} ${digit.tip.y}) scale(${1.3 * x} ${1.3 * y})`}>
      {digit.isNext && <circle className="posture-light" r={19} />}
      <StrokeSymbol digit={symbolOf(digit)} radius={11} isHollow={digit.isFree} accent={digit.isPlaying} />
    </g>
  ) : null;

/** Another hand over the same strings: its fingers as dashed lines, its fingertips small. */
const Ghost = ({ digits, upright: [x, y] }: { readonly digits: readonly DrawnDigit[]; readonly upright: Upright }) =>
  digits
    .filter(({ plays }) => plays)
    .map((digit) => (
      <g key={digit.actuator} className="posture-ghost">
        <path d={ribbonPath(digit.ribbon)} />
        <g transform={`translate(${digit.tip.x} ${digit.tip.y}) scale(${x} ${y})`}>
          <StrokeSymbol digit={symbolOf(digit)} radius={9} isHollow={digit.isFree} />
        </g>
      </g>
    ));

interface HandPictureProps {
  /** From the back to the front. */
  readonly digits: readonly DrawnDigit[];
  readonly label: string;
  readonly strings?: number;
  /** How far the palm is from where it is at home. */
  readonly palm?: number;
  /** Another hand's fingers, drawn over this one. */
  readonly second?: readonly DrawnDigit[];
  /** Seen by whoever sits opposite. */
  readonly isFromFront?: boolean;
  /** What lies under the hand. */
  readonly children?: ReactNode;
}

/**
 * The picking hand over the strings as its player sees it, the guitar flat in the lap, or as whoever sits opposite
 * does; a left hand is its mirror.
 */
export const HandPicture = (props: HandPictureProps) => {
  const { digits, label, strings = POSTURE.strings, palm = 0, second = [], isFromFront = false, children } = props;
  const { transform, upright } = turnPicture({ isLeftHanded: useLeftHanded(), isFromFront });
  return (
    <svg className="posture" viewBox={POSTURE.view} role="img" aria-label={label}>
      <g transform={transform}>
        <Strings count={strings} upright={upright} />
        {children}
        <path className="posture-hand" d={PALM_OUTLINE} transform={`translate(0 ${palm})`} />
        {digits.map((digit) => (
          <Finger key={digit.actuator} digit={digit} />
        ))}
        <Ghost digits={second} upright={upright} />
        {digits.map((digit) => (
          <Tip key={digit.actuator} digit={digit} upright={upright} />
        ))}
      </g>
    </svg>
  );
};
