import { say } from '@fleet-wren/wording';
import type { Digit, SchoolGuide } from '@fleet-wren/core';
import { StrokeSymbol } from '../components/stroke-symbol/StrokeSymbol.tsx';
import { POSTURE, layOutPosture, stringY, type DrawnDigit } from './posture-layout.ts';
import { ribbonPath } from './ribbon.ts';

const Strings = () =>
  Array.from({ length: POSTURE.strings }, (_, index) => (
    <line
      key={index}
      className="posture-string"
      x1={POSTURE.left}
      x2={POSTURE.right}
      y1={stringY(index + 1)}
      y2={stringY(index + 1)}
      strokeWidth={1.6 + index * 0.5}
    />
  ));

const Finger = ({ digit }: { readonly digit: DrawnDigit }) => (
  <path className={digit.plays ? 'posture-hand' : 'posture-hand posture-rests'} d={ribbonPath(digit.ribbon)} />
);

const symbolOf = ({ actuator }: DrawnDigit): Digit => (actuator === 'pick' ? 'down' : actuator);

const Tip = ({ digit }: { readonly digit: DrawnDigit }) =>
  digit.plays ? (
    <g transform={`translate(${digit.tip.x} ${digit.tip.y}) scale(1.3)`}>
      <StrokeSymbol digit={symbolOf(digit)} radius={11} />
    </g>
  ) : null;

/** Back of the hand and forearm: wrist straight, in one line with the arm. */
const PALM =
  'M560 378C558 346 604 314 644 310C682 306 698 322 706 342C740 388 804 424 862 466L862 560L700 560C662 510 626 468 608 436C590 420 562 402 560 378Z';

/** The picking hand as it waits over the strings in a school: computed from the strings each digit is at home on. */
export const PosturePicture = ({ guide }: { readonly guide: SchoolGuide }) => {
  const digits = layOutPosture(guide.digits);
  return (
    <svg className="posture" viewBox={POSTURE.view} role="img" aria-label={say('schools.posture-picture')}>
      <Strings />
      <path className="posture-hand" d={PALM} />
      {digits.map((digit) => (
        <Finger key={digit.actuator} digit={digit} />
      ))}
      {digits.map((digit) => (
        <Tip key={digit.actuator} digit={digit} />
      ))}
    </svg>
  );
};

/** What to look at before the first note. */
export const PostureChecks = ({ guide }: { readonly guide: SchoolGuide }) => {
  const grip = (guide.school.grips[0] ?? 'fingers').replaceAll('-', '_');
  const resting = layOutPosture(guide.digits).filter(({ plays }) => !plays);
  return (
    <ul className="posture-checks">
      <li>{say('schools.check-wrist', { grip })}</li>
      <li>{say('schools.check-thumb', { grip })}</li>
      <li>{say('schools.check-planting', { grip })}</li>
      {resting.length > 0 && <li>{say('schools.check-resting')}</li>}
    </ul>
  );
};
