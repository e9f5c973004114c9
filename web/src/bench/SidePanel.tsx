import { Say } from '../parts/say/Say.tsx';
import { say } from '@fleet-wren/wording';
import { digitSymbol, findStrokeAt } from '@fleet-wren/core';
import { memo } from 'react';
import { digitColour } from '../parts/token/shapes.ts';
import { useBench } from './context.ts';
import { Ceiling } from './side/Ceiling.tsx';
import { BeatChoice, ChosenStroke } from './side/ChosenStroke.tsx';
import { Findings } from './side/Findings.tsx';
import { LoadBars } from './side/LoadBars.tsx';
import { OtherFingerings } from './side/OtherFingerings.tsx';
import { useCures, useExplanation, type HeldJudged } from './useJudgement.ts';

const FirstSteps = () => (
  <section className="first-steps">
    <h2>{say('bench.add-your-first-notes')}</h2>
    <p>
      <Say text="bench.first-notes-how" />
    </p>
  </section>
);

/** The stroke the keyboard stands on, and why it has its digit. */
const Chosen = ({ judged }: { readonly judged: HeldJudged | null }) => {
  const stroke = useBench((state) => findStrokeAt(state.document, state.cell.at, state.cell.string));
  const explanation = useExplanation(judged, stroke?.id ?? null);
  if (!stroke) return null;
  const digit = judged?.judgement.digits[stroke.id] ?? null;
  return <ChosenStroke stroke={stroke} explanation={explanation} digit={digit} />;
};

/** Why the last thing asked for was not done. */
const Refused = () => {
  const refused = useBench((state) => state.rejection);
  return (
    refused && (
      <p className="finding finding-trouble" role="alert">
        {refused}
      </p>
    )
  );
};

/** The digits of the second time round, where a figure in strict turn only comes out after two times. */
const SecondTime = ({ judged: { judgement, pattern } }: { readonly judged: HeldJudged }) => {
  const { secondPassDigits } = judgement;
  if (!secondPassDigits) return null;
  return (
    <p className="second-time">
      {say('bench.second-pass')}{' '}
      {pattern.strokes.map(({ id }) => {
        const digit = secondPassDigits[id];
        return (
          <b key={id} style={digit ? { color: digitColour(digit) } : undefined}>
            {digit ? digitSymbol(digit) : '–'}{' '}
          </b>
        );
      })}
    </p>
  );
};

/** The judgement itself: it is drawn anew only when there is another. */
const Verdict = memo(({ judged }: { readonly judged: HeldJudged }) => {
  const { judgement, pattern } = judged;
  const cures = useCures(judged);
  return (
    <>
      <Ceiling judgement={judgement} tempo={pattern.tempo} />
      <SecondTime judged={judged} />
      <LoadBars load={judgement.actuatorLoads} tempo={pattern.tempo} />
      <Findings judged={judged} cures={cures} />
    </>
  );
});

/** The judgement: one serious number with its cause, the load, what to look at, and why the chosen stroke is so. */
export const SidePanel = memo(({ judged }: { readonly judged: HeldJudged | null }) => {
  const empty = useBench((state) => state.document.strokes.length === 0);
  return (
    <aside className="bench-side" aria-label={say('bench.pattern-analysis')}>
      <Refused />
      {empty && <FirstSteps />}
      {judged && !empty && <Verdict judged={judged} />}
      <Chosen judged={judged} />
      <BeatChoice />
      {!empty && <OtherFingerings judged={judged} />}
    </aside>
  );
});
