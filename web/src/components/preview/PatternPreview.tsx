import { say, sayProblem } from '@fleet-wren/wording';
import './preview.scss';
import {
  formatMetre,
  formatMaxTempo,
  type Digit,
  type HandProfile,
  type PatternAnalysis,
  type Pattern,
} from '@fleet-wren/core';
import { Play, Square } from 'lucide-react';
import { useMemo, useRef } from 'react';
import { usePlayer } from '../../audio/usePlayer.ts';
import { useElementWidth } from '../useElementWidth.ts';
import { backgroundWorker } from '../../workers/workers.ts';
import { useWorkerQuery } from '../../workers/useWorkerQuery.ts';
import { useSelectedHand } from '../hand/useSelectedHand.ts';
import { layOutDiagram } from '../fingering-diagram/diagram-layout.ts';
import { FingeringDiagram, type StrokeLabelFormatter } from '../fingering-diagram/FingeringDiagram.tsx';

const stringLabel: StrokeLabelFormatter = ({ string }) => say('parts.string', { string });

interface Question {
  readonly pattern: Pattern;
  readonly hand: HandProfile;
}

interface Looked {
  readonly pattern: Pattern;
  readonly judgement: PatternAnalysis;
}

const askJudged = async ({ pattern, hand }: Question, signal: AbortSignal): Promise<Looked> => ({
  pattern,
  judgement: await backgroundWorker.request('analyseOnce', [pattern, hand], { signal }),
});

/** The judgement of a pattern that is only looked at; null until it comes. */
const useJudged = (pattern: Pattern): PatternAnalysis | null => {
  const { hand } = useSelectedHand();
  const question = useMemo(() => ({ pattern, hand }), [pattern, hand]);
  const { value } = useWorkerQuery(question, askJudged);
  return value?.pattern === pattern ? value.judgement : null;
};

/** What a judgement comes to in a few words. */
const verdictWords = ({ limit, diagnostics, warnings }: PatternAnalysis, tempo: number): string => {
  const [trouble] = warnings;
  if (trouble) return sayProblem(trouble);
  const mend = diagnostics.length === 0 ? say('common.no-problems') : say('term.issues', { count: diagnostics.length });
  return limit
    ? say('parts.bpm-max-now-bpm', { bpm: formatMaxTempo(limit.maxTempo), tempo, mend })
    : say('parts.bpm', { tempo, mend });
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
      aria-label={playing ? say('common.stop') : say('common.play')}
      title={playing ? say('common.stop') : say('common.play')}
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
export const PatternPreview = ({ pattern }: { readonly pattern: Pattern }) => {
  const box = useRef<HTMLDivElement>(null);
  const width = useElementWidth(box);
  const layout = useMemo(() => layOutDiagram(pattern, Math.max(width, 300)), [pattern, width]);
  const judgement = useJudged(pattern);
  const digits = useMemo(() => judgement?.digits ?? {}, [judgement]);
  return (
    <figure className="preview" aria-label={say('parts.preview-of', { name: pattern.name })}>
      <figcaption>
        <PlayButton pattern={pattern} digits={digits} />
        <span>
          <b>{pattern.name}</b>
          <br />
          <span className="text-soft">
            {say('parts.preview-facts', {
              metre: formatMetre(pattern.metre),
              bars: pattern.bars,
              notes: pattern.strokes.length,
              verdict: judgement ? verdictWords(judgement, pattern.tempo) : '',
            })}
          </span>
        </span>
      </figcaption>
      <div ref={box} className="preview-threads" tabIndex={0} aria-label={say('common.fingering-diagram')}>
        {width > 0 && (
          <div className="threads" role="img" aria-label={say('term.notes', { count: pattern.strokes.length })}>
            <FingeringDiagram pattern={pattern} frame={pattern} layout={layout} digits={digits} label={stringLabel} />
          </div>
        )}
      </div>
    </figure>
  );
};
