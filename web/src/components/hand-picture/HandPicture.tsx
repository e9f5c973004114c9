import './hand-picture.scss';
import { MIRRORED, POSTURE, ribbonPath, stringY, type Digit, type DrawnDigit } from '@fleet-wren/core';
import type { ReactNode } from 'react';
import { useLeftHanded } from '../left-handed.ts';
import { StrokeSymbol } from '../stroke-symbol/StrokeSymbol.tsx';

interface StringsProps {
  readonly count: number;
  readonly isMirrored: boolean;
}

/** Names stand at the far end of their strings, where no arm lies; what is mirrored is turned back to be read. */
const Strings = ({ count, isMirrored }: StringsProps) =>
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
        transform={`translate(${POSTURE.left - 18} ${stringY(index + 1, count)})${isMirrored ? ' scale(-1 1)' : ''}`}
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

/** A fingertip as the bench's symbol: filled on its string, hollow above it. */
const Tip = ({ digit, isMirrored }: { readonly digit: DrawnDigit; readonly isMirrored: boolean }) =>
  digit.plays ? (
    <g transform={`translate(${digit.tip.x} ${digit.tip.y}) scale(${isMirrored ? -1.3 : 1.3} 1.3)`}>
      <StrokeSymbol digit={symbolOf(digit)} radius={11} isHollow={digit.isFree} accent={digit.isPlaying} />
    </g>
  ) : null;

/** Back of the hand and forearm: wrist straight, in one line with the arm. */
const PALM =
  'M560 378C558 346 604 314 644 310C682 306 698 322 706 342C740 388 804 424 862 466L862 560L700 560C662 510 626 468 608 436C590 420 562 402 560 378Z';

interface HandPictureProps {
  /** From the back to the front. */
  readonly digits: readonly DrawnDigit[];
  readonly label: string;
  readonly strings?: number;
  /** What lies under the hand. */
  readonly children?: ReactNode;
}

/** The picking hand over the strings as its player sees it, the guitar flat in the lap; a left hand is its mirror. */
export const HandPicture = ({ digits, label, strings = POSTURE.strings, children }: HandPictureProps) => {
  const isMirrored = useLeftHanded();
  return (
    <svg className="posture" viewBox={POSTURE.view} role="img" aria-label={label}>
      <g transform={isMirrored ? MIRRORED : undefined}>
        <Strings count={strings} isMirrored={isMirrored} />
        {children}
        <path className="posture-hand" d={PALM} />
        {digits.map((digit) => (
          <Finger key={digit.actuator} digit={digit} />
        ))}
        {digits.map((digit) => (
          <Tip key={digit.actuator} digit={digit} isMirrored={isMirrored} />
        ))}
      </g>
    </svg>
  );
};
