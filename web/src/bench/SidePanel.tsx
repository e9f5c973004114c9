import { DIGIT_NAMES, digitMark, findSchool, type Digit, type Explanation, type Judgement, type Load, type Stroke } from '@fleet-wren/core';
import { Button } from 'react-bootstrap';
import { digitColour } from '../parts/token/shapes.ts';
import { Token } from '../parts/token/Token.tsx';
import { useBench, useBenchStore } from './context.ts';
import { numberedFindings } from './findings.ts';
import type { Judged } from './useJudgement.ts';

const Ceiling = ({ judgement, tempo }: { readonly judgement: Judgement; readonly tempo: number }) => {
  const { ceiling } = judgement;
  if (!ceiling) return <p className="text-soft">No stroke follows another yet, so nothing sets a tempo ceiling.</p>;
  const over = ceiling.bpm < tempo;
  return (
    <section className={over ? 'ceiling ceiling-over' : 'ceiling'} aria-label="Tempo ceiling">
      <p className="ceiling-figure">
        <strong>{Math.floor(ceiling.bpm)}</strong> a minute is the ceiling
      </p>
      <p className="ceiling-cause">set by {ceiling.cause}</p>
    </section>
  );
};

const colourOf = (striker: Load['striker']): string => digitColour(striker === 'pick' ? 'down' : striker);

const LoadBars = ({ load, tempo }: { readonly load: readonly Load[]; readonly tempo: number }) => {
  const most = Math.max(4, ...load.map(({ rate }) => rate));
  return (
    <section aria-label="Load">
      <h2>Load at {tempo}</h2>
      <ul className="loads">
        {load.map(({ striker, rate, longestRest }) => (
          <li key={striker} title={`Longest rest ${longestRest.toFixed(2)} s`}>
            <span style={{ color: colourOf(striker) }} className="load-digit">
              {striker}
            </span>
            <span className="load-track">
              <span style={{ width: `${(100 * rate) / most}%`, background: colourOf(striker) }} />
            </span>
            <span>{rate.toFixed(1)} a second</span>
          </li>
        ))}
      </ul>
    </section>
  );
};

const quietWords = (judgement: Judgement): string => (Object.keys(judgement.digits).length > 1 ? 'No finger doubles, none crosses, none is rushed.' : 'Nothing to judge yet.');

const Findings = ({ judgement }: { readonly judgement: Judgement }) => {
  const { shown, more } = numberedFindings(judgement);
  return (
    <section aria-label="Judgement">
      <h2>Judgement</h2>
      {judgement.troubles.map(({ sentence, strokes }) => (
        <p key={`${sentence}${strokes.join()}`} className="finding finding-trouble">
          {sentence}
        </p>
      ))}
      {shown.map(({ sentence, strokes }, index) => (
        <p key={`${sentence}${strokes.join()}`} className="finding">
          <b>{index + 1}</b> {sentence}
        </p>
      ))}
      {more > 0 && <p className="text-soft">and {more} more like these.</p>}
      {shown.length === 0 && <p className="finding finding-quiet">{quietWords(judgement)}</p>}
    </section>
  );
};

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

const ChosenStroke = ({ stroke, explanation, digit }: { readonly stroke: Stroke; readonly explanation: Explanation | null; readonly digit: Digit | null }) => {
  const { clear, toggleAccent } = useBenchStore().getState();
  const school = findSchool(useBench((state) => state.pattern.school));
  const digits = school.ok ? school.value.digits : [];
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

const FirstSteps = () => (
  <section className="first-steps">
    <h2>Lay the first strokes</h2>
    <p>
      Click a string over a beat, or walk with the arrows and press <kbd>Enter</kbd>. The digits follow from the school; a letter (<kbd>P</kbd> <kbd>I</kbd> <kbd>M</kbd> <kbd>A</kbd>) pins one.
    </p>
  </section>
);

interface SidePanelProps {
  readonly judged: Judged | null;
  readonly chosen: Stroke | null;
  readonly explanation: Explanation | null;
}

/** The judgement: one serious number with its cause, the load, what to look at, and why the chosen stroke is so. */
export const SidePanel = ({ judged, chosen, explanation }: SidePanelProps) => {
  const refused = useBench((state) => state.refused);
  const pattern = useBench((state) => state.pattern);
  const judgement = judged?.judgement;
  return (
    <aside className="bench-side" aria-label="Judgement of the pattern">
      {refused && (
        <p className="finding finding-trouble" role="alert">
          {refused}
        </p>
      )}
      {pattern.strokes.length === 0 && <FirstSteps />}
      {judgement && pattern.strokes.length > 0 && (
        <>
          <Ceiling judgement={judgement} tempo={pattern.tempo} />
          <LoadBars load={judgement.load} tempo={pattern.tempo} />
          <Findings judgement={judgement} />
        </>
      )}
      {chosen && <ChosenStroke stroke={chosen} explanation={explanation} digit={judgement?.digits[chosen.id] ?? null} />}
    </aside>
  );
};
