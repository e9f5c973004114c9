import { say } from '@fleet-wren/wording';
import { flattenScore, type Pattern } from '@fleet-wren/core';
import { useMemo } from 'react';
import { useHand } from '../parts/hand/useHand.ts';
import { layoutOf } from '../parts/threads/geometry.ts';
import { Threads, type StrokeLabel } from '../parts/threads/Threads.tsx';
import { useWorkerQuery } from '../workers/useWorkerQuery.ts';
import { Engraved } from './Engraved.tsx';
import { askJudged } from './judged.ts';
import type { Paper } from './paper.ts';
import { Grids, Steps, Tablature } from './parts.tsx';

const stringLabel: StrokeLabel = ({ string }) => say('sheet.string', { string });

/** Pixels between the margins of a sheet: what a strip of threads is laid out in. */
const STRIP = 690;

/** The judgement of a pattern that is put on paper; undefined until it is made. */
export const useJudged = (pattern: Pattern) => {
  const { hand } = useHand();
  const question = useMemo(() => ({ pattern, hand }), [pattern, hand]);
  return useWorkerQuery(question, askJudged).value;
};

/** A pattern on paper: its shape, tempos to tick, and the music in the ways that were chosen. */
export const PatternOnPaper = ({ pattern, paper }: { readonly pattern: Pattern; readonly paper: Paper }) => {
  const judgement = useJudged(pattern);
  const layout = useMemo(() => layoutOf(pattern, STRIP), [pattern]);
  const voicings = useMemo(() => [pattern.voicing], [pattern.voicing]);
  const score = useMemo(() => flattenScore(pattern), [pattern]);
  const order = useMemo(() => pattern.strokes.map(({ id }) => judgement?.digits[id] ?? null), [pattern, judgement]);
  if (!judgement) return <p className="engraving">{say('sheet.working-out-fingering-more')}</p>;
  const { limit, digits } = judgement;
  return (
    <>
      <div className="sheet-top">
        <Grids voicings={voicings} instrument={pattern.instrument} names={paper.names} />
        <Steps tempo={pattern.tempo} ceiling={limit?.maxTempo ?? null} />
      </div>
      {pattern.strokes.length === 0 && <p>{say('sheet.no-notes-yet')}</p>}
      {paper.notes && pattern.strokes.length > 0 && <Engraved score={score} digits={order} paper={paper} />}
      {paper.threads && (
        <div
          className="threads sheet-threads"
          role="img"
          aria-label={say('term.notes', { count: pattern.strokes.length })}
        >
          <Threads pattern={pattern} frame={pattern} layout={layout} digits={digits} label={stringLabel} />
        </div>
      )}
      {paper.text && <Tablature pattern={pattern} digits={digits} />}
    </>
  );
};
