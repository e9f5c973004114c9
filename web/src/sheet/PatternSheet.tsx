import { ceilingFigure, realise, schoolOf, tuningName } from '@fleet-wren/core';
import { useMemo } from 'react';
import { useBench } from '../bench/context.ts';
import { useHand } from '../parts/hand/useHand.ts';
import { layoutOf } from '../parts/threads/geometry.ts';
import { Threads, type StrokeLabel } from '../parts/threads/Threads.tsx';
import { useAnswer } from '../workers/useAnswer.ts';
import { Engraved } from './Engraved.tsx';
import { askJudged } from './judged.ts';
import { Grids, Steps, Tablature } from './parts.tsx';
import { Sheet } from './Sheet.tsx';

const stringLabel: StrokeLabel = ({ string }) => `string ${string}`;

/** Pixels between the margins of a sheet: what a strip of threads is laid out in. */
const STRIP = 690;

/** A pattern on paper: its shape, the threads, tablature with digits and counts, tempos to tick. */
const PatternSheet = () => {
  const pattern = useBench((state) => state.document);
  const { hand } = useHand();
  const question = useMemo(() => ({ pattern, hand }), [pattern, hand]);
  const { value: judgement } = useAnswer(question, askJudged);
  const layout = useMemo(() => layoutOf(pattern, STRIP), [pattern]);
  const voicings = useMemo(() => [pattern.voicing], [pattern.voicing]);
  const { instrument, tempo, metre } = pattern;
  const tuning = tuningName(instrument);
  const score = useMemo(() => realise(pattern), [pattern]);
  const order = useMemo(() => pattern.strokes.map(({ id }) => judgement?.digits[id] ?? null), [pattern, judgement]);
  if (!judgement) return null;
  const { ceiling, digits } = judgement;
  return (
    <Sheet
      title={pattern.name}
      back=".."
      facts={[
        schoolOf(pattern).name,
        `${metre.beats}/${metre.unit} at ${tempo}`,
        tuning,
        instrument.capo > 0 ? `capo ${instrument.capo}` : '',
        ceiling ? `ceiling ${ceilingFigure(ceiling.bpm)}` : '',
      ]}
    >
      {(paper) => (
        <>
          <div className="sheet-top">
            <Grids voicings={voicings} instrument={instrument} />
            <Steps tempo={tempo} ceiling={ceiling?.bpm ?? null} />
          </div>
          {paper.notes && <Engraved score={score} digits={order} paper={paper} />}
          {paper.threads && (
            <div className="threads sheet-threads" role="img" aria-label={`${pattern.strokes.length} strokes`}>
              <Threads pattern={pattern} frame={pattern} layout={layout} digits={digits} label={stringLabel} />
            </div>
          )}
          {paper.text && <Tablature pattern={pattern} digits={digits} />}
        </>
      )}
    </Sheet>
  );
};

export default PatternSheet;
