import { Say } from '../components/say/Say.tsx';
import { say } from '@fleet-wren/wording';
import { digitSymbol, findStrokeAt, formatMaxTempo } from '@fleet-wren/core';
import { memo } from 'react';
import { Button } from 'react-bootstrap';
import { getDigitColour } from '../components/stroke-symbol/symbol-shapes.ts';
import { usePatternEditor, usePatternEditorStore } from '../workspace/pattern-editor-context.ts';
import { MaxTempoPanel } from '../components/pattern-editor/MaxTempoPanel.tsx';
import { BeatSubdivisionSelect, SelectedStroke } from './side/SelectedStroke.tsx';
import { ReviewList } from './side/ReviewList.tsx';
import { FingerLoadChart } from './side/FingerLoadChart.tsx';
import { AlternativeFingerings } from './side/AlternativeFingerings.tsx';
import {
  useFasterFingering,
  useQuickFixes,
  useStrokeExplanation,
  type CachedPatternAnalysis,
} from '../components/pattern-editor/usePatternAnalysis.ts';

const FirstSteps = () => (
  <section className="first-steps">
    <h2>{say('bench.add-your-first-notes')}</h2>
    <p>
      <Say text="bench.first-notes-how" />
    </p>
  </section>
);

/** The stroke the keyboard stands on, and why it has its digit. */
const Chosen = ({ judged }: { readonly judged: CachedPatternAnalysis | null }) => {
  const stroke = usePatternEditor((state) => findStrokeAt(state.document, state.cell.at, state.cell.string));
  const explanation = useStrokeExplanation(judged, stroke?.id ?? null);
  if (!stroke) return null;
  const digit = judged?.judgement.digits[stroke.id] ?? null;
  return <SelectedStroke stroke={stroke} explanation={explanation} digit={digit} />;
};

/** Why the last thing asked for was not done. */
const Refused = () => {
  const refused = usePatternEditor((state) => state.rejection);
  return (
    refused && (
      <p className="finding finding-trouble" role="alert">
        {refused}
      </p>
    )
  );
};

/** The digits of the second time round, where a figure in strict turn only comes out after two times. */
const SecondTime = ({ judged: { judgement, pattern } }: { readonly judged: CachedPatternAnalysis }) => {
  const { secondPassDigits } = judgement;
  if (!secondPassDigits) return null;
  return (
    <p className="second-time">
      {say('bench.second-pass')}{' '}
      {pattern.strokes.map(({ id }) => {
        const digit = secondPassDigits[id];
        return (
          <b key={id} style={digit ? { color: getDigitColour(digit) } : undefined}>
            {digit ? digitSymbol(digit) : '–'}{' '}
          </b>
        );
      })}
    </p>
  );
};

/** A fingering that reaches more than the one at hand: one click pins it. */
const FasterOffer = ({ judged }: { readonly judged: CachedPatternAnalysis }) => {
  const { applyEdit } = usePatternEditorStore().getState();
  const offer = useFasterFingering(judged);
  if (!offer) return null;
  return (
    <p className="faster-offer">
      {say('bench.faster-fingering', { bpm: formatMaxTempo(offer.maxTempo) })}{' '}
      <Button variant="cure" size="sm" onClick={() => applyEdit(offer.edit)}>
        {say('bench.use-faster-fingering')}
      </Button>
    </p>
  );
};

/** The judgement itself: it is drawn anew only when there is another. */
const Verdict = memo(({ judged }: { readonly judged: CachedPatternAnalysis }) => {
  const { judgement, pattern } = judged;
  const cures = useQuickFixes(judged);
  return (
    <>
      <MaxTempoPanel judgement={judgement} tempo={pattern.tempo} />
      <FasterOffer judged={judged} />
      <SecondTime judged={judged} />
      <FingerLoadChart load={judgement.actuatorLoads} tempo={pattern.tempo} />
      <ReviewList judged={judged} cures={cures} />
    </>
  );
});

/** The judgement: one serious number with its cause, the load, what to look at, and why the chosen stroke is so. */
export const AnalysisPanel = memo(({ judged }: { readonly judged: CachedPatternAnalysis | null }) => {
  const empty = usePatternEditor((state) => state.document.strokes.length === 0);
  return (
    <aside className="bench-side" aria-label={say('bench.pattern-analysis')}>
      <Refused />
      {empty && <FirstSteps />}
      {judged && !empty && <Verdict judged={judged} />}
      <Chosen judged={judged} />
      <BeatSubdivisionSelect />
      {!empty && <AlternativeFingerings judged={judged} />}
    </aside>
  );
});
