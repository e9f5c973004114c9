import { DIGIT_NAMES, digitMark, schoolOf, type Digit, type Explanation, type Stroke } from '@fleet-wren/core';
import { useMemo } from 'react';
import { Button } from 'react-bootstrap';
import { digitColour } from '../../parts/token/shapes.ts';
import { Token } from '../../parts/token/Token.tsx';
import { useBench, useBenchStore } from '../context.ts';

const DigitButton = ({ digit, stroke, current }: { readonly digit: Digit; readonly stroke: Stroke; readonly current: Digit | null }) => {
  const { put } = useBenchStore().getState();
  const pinned = stroke.pin === digit;
  return (
    <button
      type="button"
      className={digit === current ? 'digit-button current' : 'digit-button'}
      aria-pressed={pinned}
      aria-label={pinned ? `${DIGIT_NAMES[digit]} is pinned; let the digit follow` : `Pin ${DIGIT_NAMES[digit]}`}
      title={pinned ? 'Let the digit follow (=)' : `Pin ${DIGIT_NAMES[digit]} (${digit[0] ?? ''})`}
      onClick={() => put(pinned ? undefined : digit)}
    >
      <svg viewBox="-16 -16 32 32" width={32} height={32} aria-hidden="true">
        <Token digit={digit} radius={12} pinned={pinned} />
      </svg>
    </button>
  );
};

const Reason = ({ explanation }: { readonly explanation: Explanation }) => {
  const { digit, reason, next } = explanation;
  if (!digit) return <p>{reason}.</p>;
  return (
    <p>
      <b style={{ color: digitColour(digit) }}>{digitMark(digit)}</b> {reason}.{' '}
      {next && (
        <>
          Next best: <b style={{ color: digitColour(next.digit) }}>{digitMark(next.digit)}</b>, {next.against}.
        </>
      )}
    </p>
  );
};

/** Why the chosen stroke has its digit, and what can be done with it. */
export const ChosenStroke = ({ stroke, explanation, digit }: { readonly stroke: Stroke; readonly explanation: Explanation | null; readonly digit: Digit | null }) => {
  const { clear, toggleAccent } = useBenchStore().getState();
  const school = useBench((state) => state.pattern.school);
  const ownSchool = useBench((state) => state.pattern.ownSchool);
  const { digits } = useMemo(() => schoolOf({ school, ownSchool }), [school, ownSchool]);
  return (
    <section aria-label="Chosen stroke" className="chosen-stroke">
      <h2>{explanation?.where ?? 'Chosen stroke'}</h2>
      {explanation && <Reason explanation={explanation} />}
      <div className="digit-buttons">
        {digits.map((one) => (
          <DigitButton key={one} digit={one} stroke={stroke} current={digit} />
        ))}
        <Button variant="quiet" size="sm" onClick={toggleAccent} aria-pressed={stroke.accent === true} title="Accent (')">
          Accent
        </Button>
        <Button variant="quiet" size="sm" onClick={clear} title="Clear (.)">
          Clear
        </Button>
      </div>
    </section>
  );
};
