import { say, sayLabel, sayMessage } from '@fleet-wren/wording';
import { flattenScore, PRACTICE_METHODS, type LadderStage, type Pattern } from '@fleet-wren/core';
import { useMemo } from 'react';
import { useSelectedHand } from '../components/hand/useSelectedHand.ts';
import { useLadder } from '../workers/useLadder.ts';
import { EngravedScore } from './EngravedScore.tsx';
import { useSheetAnalysis } from './PrintedPattern.tsx';
import { TickBoxes } from './TickBoxes.tsx';
import type { PrintSettings } from './usePrintSettings.ts';

interface StageProps {
  readonly stage: LadderStage;
  readonly paper: PrintSettings;
}

/** The notes of a stage, where they are not those of the whole. */
const StageNotes = ({ stage: { pattern }, paper }: StageProps) => {
  const judgement = useSheetAnalysis(pattern);
  const score = useMemo(() => flattenScore(pattern), [pattern]);
  const digits = useMemo(() => pattern.strokes.map(({ id }) => judgement?.digits[id] ?? null), [pattern, judgement]);
  return judgement ? <EngravedScore score={score} digits={digits} paper={paper} /> : null;
};

const Stage = ({ stage, paper, isWhole }: StageProps & { readonly isWhole: boolean }) => (
  <li>
    <h3>{sayLabel(stage.name)}</h3>
    <p>
      {sayMessage(stage.reason)} {sayMessage(stage.remark)}
    </p>
    {stage.tempos.length > 0 && <TickBoxes tempos={stage.tempos} />}
    {paper.notes && !isWhole && stage.pattern.strokes.length > 0 && <StageNotes stage={stage} paper={paper} />}
  </li>
);

const notesOf = ({ strokes, bars }: Pattern): string =>
  JSON.stringify([bars, strokes.map(({ at, string }) => [at, string])]);

/** The way to a pattern's tempo, stage by stage; to the quickest within reach where the tempo itself is not. */
export const PracticeStages = ({ pattern, paper }: { readonly pattern: Pattern; readonly paper: PrintSettings }) => {
  const { hand } = useSelectedHand();
  const [way] = PRACTICE_METHODS;
  const { value: wished } = useLadder({ pattern, target: pattern.tempo, way, hand });
  const target = (wished?.ok && wished.value.warning?.reachableTarget) || pattern.tempo;
  const { value: ladder } = useLadder({ pattern, target, way, hand });
  if (!wished || !ladder) return <p className="engraving">{say('sheet.working-out-stages-more')}</p>;
  if (!ladder.ok) return null;
  return (
    <>
      <h2 className="sheet-stages-head">{say('sheet.stages-to', { target })}</h2>
      <ol className="sheet-stages">
        {ladder.value.stages.map((stage) => (
          <Stage key={stage.key} stage={stage} paper={paper} isWhole={notesOf(stage.pattern) === notesOf(pattern)} />
        ))}
      </ol>
    </>
  );
};
