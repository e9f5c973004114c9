import './preview.scss';
import { ceilingFigure, stringCount, type Digit, type Hand, type Judgement, type Pattern } from '@fleet-wren/core';
import { Play, Square } from 'lucide-react';
import { useMemo, useRef } from 'react';
import { usePlayer } from '../../sound/usePlayer.ts';
import { useWidth } from '../useWidth.ts';
import { studyWorker } from '../../workers/client.ts';
import { useAnswer } from '../../workers/useAnswer.ts';
import { useHand } from '../hand/useHand.ts';
import { layoutOf } from '../threads/geometry.ts';
import { Threads, type StrokeLabel } from '../threads/Threads.tsx';

const stringLabel: StrokeLabel = ({ string }) => `string ${string}`;

interface Question {
  readonly pattern: Pattern;
  readonly hand: Hand;
}

interface Looked {
  readonly pattern: Pattern;
  readonly judgement: Judgement;
}

const askJudged = async ({ pattern, hand }: Question, signal: AbortSignal): Promise<Looked> => ({
  pattern,
  judgement: await studyWorker.ask('judgeOnce', [pattern, hand], { signal }),
});

/** The judgement of a pattern that is only looked at; null until it comes. */
const useJudged = (pattern: Pattern): Judgement | null => {
  const { hand } = useHand();
  const question = useMemo(() => ({ pattern, hand }), [pattern, hand]);
  const { value } = useAnswer(question, askJudged);
  return value?.pattern === pattern ? value.judgement : null;
};

/** What a judgement comes to in a few words. */
const verdictWords = ({ ceiling, findings, troubles }: Judgement, tempo: number): string => {
  const trouble = troubles[0]?.sentence;
  if (trouble) return trouble;
  const mend =
    findings.length === 0
      ? 'nothing to mend'
      : findings.length === 1
        ? 'one thing to mend'
        : `${findings.length} things to mend`;
  return ceiling ? `Ceiling ${ceilingFigure(ceiling.bpm)}, at ${tempo} now; ${mend}.` : `At ${tempo}; ${mend}.`;
};

const PlayButton = ({
  pattern,
  digits,
}: {
  readonly pattern: Pattern;
  readonly digits: Readonly<Record<string, Digit | null>>;
}) => {
  const { playing, toggle } = usePlayer(pattern, digits);
  return (
    <button
      type="button"
      className="play play-small"
      onClick={toggle}
      aria-label={playing ? 'Stop' : 'Play'}
      title={playing ? 'Stop' : 'Play'}
    >
      {playing ? (
        <Square size={13} fill="currentColor" aria-hidden />
      ) : (
        <Play size={15} fill="currentColor" aria-hidden />
      )}
    </button>
  );
};

/** A pattern on threads to be looked at and heard, not edited. */
export const Preview = ({ pattern }: { readonly pattern: Pattern }) => {
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box);
  const layout = useMemo(() => layoutOf(pattern, Math.max(width, 300)), [pattern, width]);
  const judgement = useJudged(pattern);
  const digits = useMemo(() => judgement?.digits ?? {}, [judgement]);
  return (
    <figure className="preview" aria-label={`Preview of ${pattern.name}`}>
      <figcaption>
        <PlayButton pattern={pattern} digits={digits} />
        <span>
          <b>{pattern.name}</b>
          <br />
          <span className="text-soft">
            {pattern.metre.beats}/{pattern.metre.unit}, {pattern.bars === 1 ? 'one bar' : `${pattern.bars} bars`},{' '}
            {pattern.strokes.length} strokes on {stringCount(pattern.instrument)} strings.{' '}
            {judgement && verdictWords(judgement, pattern.tempo)}
          </span>
        </span>
      </figcaption>
      <div ref={box} className="preview-threads" tabIndex={0} aria-label="Threads">
        {width > 0 && (
          <div className="threads" role="img" aria-label={`${pattern.strokes.length} strokes`}>
            <Threads pattern={pattern} frame={pattern} layout={layout} digits={digits} label={stringLabel} />
          </div>
        )}
      </div>
    </figure>
  );
};
