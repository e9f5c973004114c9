import type { Explanation, Stroke } from '@fleet-wren/core';
import { useBench } from './context.ts';
import { Ceiling } from './side/Ceiling.tsx';
import { BeatChoice, ChosenStroke } from './side/ChosenStroke.tsx';
import { Findings } from './side/Findings.tsx';
import { LoadBars } from './side/LoadBars.tsx';
import { OtherFingerings } from './side/OtherFingerings.tsx';
import type { Judged } from '../parts/judged.ts';
import { useCures } from './useJudgement.ts';

const FirstSteps = () => (
  <section className="first-steps">
    <h2>Lay the first strokes</h2>
    <p>
      Click a string over a beat, or walk with the arrows and press <kbd>Enter</kbd>. The digits follow from the school;
      a letter (<kbd>P</kbd> <kbd>I</kbd> <kbd>M</kbd> <kbd>A</kbd>) pins one.
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
  const pattern = useBench((state) => state.document);
  const judgement = judged?.judgement;
  const cures = useCures(judged);
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
          <Findings judgement={judgement} cures={cures} />
        </>
      )}
      {chosen && (
        <ChosenStroke stroke={chosen} explanation={explanation} digit={judgement?.digits[chosen.id] ?? null} />
      )}
      <BeatChoice />
      {pattern.strokes.length > 0 && <OtherFingerings judged={judged} />}
    </aside>
  );
};
