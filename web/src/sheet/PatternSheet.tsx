import { ceilingFigure, schoolOf, tuningName, type Hand, type Judgement, type Pattern } from '@fleet-wren/core';
import { useMemo } from 'react';
import { useBench } from '../bench/context.ts';
import { useHand } from '../parts/hand/useHand.ts';
import { layoutOf } from '../parts/threads/geometry.ts';
import { Threads, type StrokeLabel } from '../parts/threads/Threads.tsx';
import { studyWorker } from '../workers/client.ts';
import { useAnswer } from '../workers/useAnswer.ts';
import { Grids, Steps, Tablature } from './parts.tsx';
import { Sheet } from './Sheet.tsx';

interface Question {
  readonly pattern: Pattern;
  readonly hand: Hand;
}

const askJudged = ({ pattern, hand }: Question, signal: AbortSignal): Promise<Judgement> =>
  studyWorker.ask('judgeOnce', [pattern, hand], { signal });

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
      <div className="sheet-top">
        <Grids voicings={voicings} instrument={instrument} />
        <Steps tempo={tempo} ceiling={ceiling?.bpm ?? null} />
      </div>
      <div className="threads sheet-threads" role="img" aria-label={`${pattern.strokes.length} strokes`}>
        <Threads pattern={pattern} frame={pattern} layout={layout} digits={digits} label={stringLabel} />
      </div>
      <Tablature pattern={pattern} digits={digits} />
    </Sheet>
  );
};

export default PatternSheet;
