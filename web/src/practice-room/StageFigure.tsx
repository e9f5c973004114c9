import { say, sayLabel } from '@fleet-wren/wording';
import { useMemo, useRef } from 'react';
import { layOutDiagram } from '../components/fingering-diagram/diagram-layout.ts';
import { FingeringDiagram, type StrokeLabelFormatter } from '../components/fingering-diagram/FingeringDiagram.tsx';
import { useElementWidth } from '../components/useElementWidth.ts';
import type { CurrentStage } from './useCurrentStage.ts';

const stringLabel: StrokeLabelFormatter = ({ string }) => say('practice.string', { string });

interface FigureProps {
  readonly atHand: CurrentStage;
  /** Takes a note that is touched for the place that went wrong; null where none is asked for. */
  readonly mark: ((tick: number) => void) | null;
}

/** What is played in the stage at hand. */
export const StageFigure = ({ atHand, mark }: FigureProps) => {
  const box = useRef<HTMLDivElement>(null);
  const width = useElementWidth(box);
  const { pattern } = atHand;
  const layout = useMemo(() => layOutDiagram(pattern, Math.max(width, 320)), [pattern, width]);
  return (
    <>
      <div
        ref={box}
        className="room-figure"
        role="region"
        tabIndex={0}
        aria-label={say('practice.notes', { name: sayLabel(atHand.name), strokesCount: pattern.strokes.length })}
        onClick={({ target }) => {
          const id = (target as Element).closest('[data-stroke]')?.getAttribute('data-stroke');
          const stroke = pattern.strokes.find((one) => one.id === id);
          if (stroke) mark?.(stroke.at);
        }}
      >
        {width > 0 && pattern.strokes.length > 0 && (
          <div className="threads" role="img" aria-label={say('term.notes', { count: pattern.strokes.length })}>
            <FingeringDiagram
              pattern={pattern}
              frame={pattern}
              layout={layout}
              digits={Object.fromEntries(pattern.strokes.map(({ id, pin }) => [id, pin ?? null]))}
              label={stringLabel}
            />
          </div>
        )}
      </div>
      {mark && <p className="room-mark">{say('practice.mark-the-place')}</p>}
    </>
  );
};
