import { say } from '@fleet-wren/wording';
import { flattenScore, listShapes, moveHand, type Digit, type Pattern } from '@fleet-wren/core';
import { useMemo } from 'react';
import { useSelectedHand } from '../components/hand/useSelectedHand.ts';
import { layOutDiagram } from '../components/fingering-diagram/diagram-layout.ts';
import { FingeringDiagram, type StrokeLabelFormatter } from '../components/fingering-diagram/FingeringDiagram.tsx';
import { useWorkerQuery } from '../workers/useWorkerQuery.ts';
import { Filmstrip } from '../components/hand-picture/Filmstrip.tsx';
import { EngravedScore } from './EngravedScore.tsx';
import { requestPatternAnalysis } from './request-analysis.ts';
import type { PrintSettings } from './usePrintSettings.ts';
import { ChordDiagramRow, TempoChecklist, Tablature } from './sheet-elements.tsx';

const stringLabel: StrokeLabelFormatter = ({ string }) => say('sheet.string', { string });

/** Pixels between the margins of a sheet: what a strip of threads is laid out in. */
const STRIP = 690;

/** The judgement of a pattern that is put on paper; undefined until it is made. */
export const useSheetAnalysis = (pattern: Pattern) => {
  const { hand } = useSelectedHand();
  const question = useMemo(() => ({ pattern, hand }), [pattern, hand]);
  return useWorkerQuery(question, requestPatternAnalysis).value;
};

/** Moments of the hand on a sheet: two rows of four. */
const MOMENTS = 8;

/** What the hand does, moment by moment. */
const PrintedHand = ({
  pattern,
  digits,
}: {
  readonly pattern: Pattern;
  readonly digits: readonly (Digit | null)[];
}) => {
  const { score, motion } = useMemo(() => {
    const flat = flattenScore(pattern);
    return { score: flat, motion: moveHand(flat, digits) };
  }, [pattern, digits]);
  return motion.fingers.length === 0 ? null : <Filmstrip {...{ pattern, score, motion }} moments={MOMENTS} />;
};

/** A pattern on paper: its shape, tempos to tick, and the music in the ways that were chosen. */
export const PrintedPattern = ({ pattern, paper }: { readonly pattern: Pattern; readonly paper: PrintSettings }) => {
  const judgement = useSheetAnalysis(pattern);
  const layout = useMemo(() => layOutDiagram(pattern, STRIP), [pattern]);
  const voicings = useMemo(() => listShapes(pattern), [pattern]);
  const score = useMemo(() => flattenScore(pattern), [pattern]);
  const order = useMemo(() => pattern.strokes.map(({ id }) => judgement?.digits[id] ?? null), [pattern, judgement]);
  if (!judgement) return <p className="engraving">{say('sheet.working-out-fingering-more')}</p>;
  const { limit, digits } = judgement;
  return (
    <>
      <div className="sheet-top">
        <ChordDiagramRow voicings={voicings} instrument={pattern.instrument} names={paper.names} />
        <TempoChecklist tempo={pattern.tempo} ceiling={limit?.maxTempo ?? null} />
      </div>
      {pattern.strokes.length === 0 && <p>{say('sheet.no-notes-yet')}</p>}
      {paper.notes && pattern.strokes.length > 0 && <EngravedScore score={score} digits={order} paper={paper} />}
      {paper.threads && (
        <div
          className="threads sheet-threads"
          role="img"
          aria-label={say('term.notes', { count: pattern.strokes.length })}
        >
          <FingeringDiagram pattern={pattern} frame={pattern} layout={layout} digits={digits} label={stringLabel} />
        </div>
      )}
      {paper.hand && <PrintedHand pattern={pattern} digits={order} />}
      {paper.text && <Tablature pattern={pattern} digits={digits} />}
    </>
  );
};
