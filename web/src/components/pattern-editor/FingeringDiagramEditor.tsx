import { say } from '@fleet-wren/wording';
import { findStrokeAt, type Pattern, type Stroke } from '@fleet-wren/core';
import { memo, useCallback, useMemo, type ReactNode } from 'react';
import { EMPTY_FINGERING, type AnalysedPattern } from '../analysed-pattern.ts';
import {
  DIAGRAM_SPACING,
  tickToCursor,
  layOutDiagram,
  tickToPoint,
  type DiagramLayout,
} from '../fingering-diagram/diagram-layout.ts';
import { FingeringDiagram, type StrokeLabelFormatter } from '../fingering-diagram/FingeringDiagram.tsx';
import { usePlaybackCursor } from '../fingering-diagram/usePlaybackCursor.ts';
import type { PlayerControls } from '../../audio/usePlayer.ts';
import { usePatternEditor } from '../../workspace/pattern-editor-context.ts';
import { numberDiagnostics } from './numbered-diagnostics.ts';
import { describeCell, describeStroke } from './screen-reader-text.ts';
import type { EditorCell } from '../../workspace/pattern-editor-store.ts';
import { useStablePatternFrame } from '../fingering-diagram/useStablePatternFrame.ts';
import { usePointerEditing, type SelectionBox } from './usePointerEditing.ts';

interface EditorProps {
  readonly judged: AnalysedPattern | null;
  readonly width: number;
  readonly playing: PlayerControls;
}

/** The line that runs along the threads while the pattern plays. */
const Playhead = ({
  pattern,
  layout,
  playing,
}: {
  readonly pattern: Pattern;
  readonly layout: DiagramLayout;
  readonly playing: PlayerControls;
}) => {
  const place = useCallback(
    (tick: number): string | undefined => {
      const { x, top } = tickToCursor(pattern, layout, tick);
      return tick >= 0 ? `translate(${x.toFixed(1)} ${top})` : undefined;
    },
    [pattern, layout],
  );
  const line = usePlaybackCursor(playing, place);
  if (!playing.playing) return null;
  return (
    <line
      ref={line}
      className="playhead"
      visibility="hidden"
      x1={0}
      x2={0}
      y1={DIAGRAM_SPACING.counts - 6}
      y2={layout.systemHeight}
    />
  );
};

/** Something laid over the threads: what changes with every key is drawn by itself, and nothing else with it. */
const Layer = ({ layout, children }: { readonly layout: DiagramLayout; readonly children: ReactNode }) => (
  <svg className="threads-layer" width={layout.width} height={layout.height} aria-hidden="true">
    {children}
  </svg>
);

const at = (layout: DiagramLayout, stroke: Pick<Stroke, 'at' | 'string'>): string => {
  const { x, y } = tickToPoint(layout, stroke.at, stroke.string);
  return `translate(${x.toFixed(1)} ${y.toFixed(1)})`;
};

/** Rings around what cannot be as it is, and numbered flags on what the judgement points at. */
const FlagLayer = memo(
  ({ judged, layout }: { readonly judged: AnalysedPattern | null; readonly layout: DiagramLayout }) => {
    const pattern = usePatternEditor((state) => state.document);
    const shown = useMemo(() => {
      const troubled = new Set(judged?.judgement.warnings.flatMap(({ strokes }) => strokes));
      const { flags } = numberDiagnostics(judged);
      if (troubled.size === 0 && flags.size === 0) return [];
      return pattern.strokes.flatMap((stroke) => {
        const [trouble, flag] = [troubled.has(stroke.id), flags.get(stroke.id)];
        return trouble || flag !== undefined ? [{ stroke, trouble, flag }] : [];
      });
    }, [judged, pattern]);
    const corner = layout.radius;
    return (
      <Layer layout={layout}>
        {shown.map(({ stroke, trouble, flag }) => (
          <g key={stroke.id} transform={at(layout, stroke)}>
            {trouble && <circle className="trouble-ring" r={layout.radius + 4} />}
            {flag !== undefined && (
              <g transform={`translate(${corner} ${-corner})`} className="flag">
                <circle r={8} />
                <text dy="0.34em">{flag}</text>
              </g>
            )}
          </g>
        ))}
      </Layer>
    );
  },
);

/** The strokes that commands are for together. */
const SelectionLayer = memo(({ layout }: { readonly layout: DiagramLayout }) => {
  const selection = usePatternEditor((state) => state.selection);
  const strokes = usePatternEditor((state) => (state.selection.size > 0 ? state.document.strokes : NONE));
  return (
    <Layer layout={layout}>
      {strokes
        .filter(({ id }) => selection.has(id))
        .map((stroke) => (
          <circle
            key={stroke.id}
            className="selected-ring"
            data-selected={stroke.id}
            transform={at(layout, stroke)}
            r={layout.radius + 5}
          />
        ))}
    </Layer>
  );
});

const NONE: Pattern['strokes'] = [];

/** Where the keyboard stands: a ring around the token there, or a box where there is none. */
const CellLayer = memo(({ layout }: { readonly layout: DiagramLayout }) => {
  const cell = usePatternEditor((state) => state.cell);
  const taken = usePatternEditor(
    (state) => findStrokeAt(state.document, state.cell.at, state.cell.string) !== undefined,
  );
  return (
    <Layer layout={layout}>
      {taken ? (
        <circle className="chosen-ring" transform={at(layout, cell)} r={layout.radius + 6} />
      ) : (
        <rect
          className="cell"
          transform={at(layout, cell)}
          x={1 - layout.slotWidth / 2}
          y={3 - DIAGRAM_SPACING.string / 2}
          width={layout.slotWidth - 2}
          height={DIAGRAM_SPACING.string - 6}
          rx={7}
        />
      )}
    </Layer>
  );
});

/** What the pointer is about to do. */
const PointerLayer = ({
  layout,
  target,
  band,
}: {
  readonly layout: DiagramLayout;
  readonly target: EditorCell | undefined;
  readonly band: SelectionBox | null;
}) => (
  <Layer layout={layout}>
    {target && <circle className="ghost" transform={at(layout, target)} r={layout.radius} />}
    {band && (
      <rect
        className="band"
        x={band.left}
        y={band.top}
        width={band.right - band.left}
        height={band.bottom - band.top}
      />
    )}
  </Layer>
);

interface FieldProps {
  readonly judged: AnalysedPattern | null;
  readonly layout: DiagramLayout;
  readonly children: ReactNode;
}

/** What hears the pointer and says where the keyboard stands; what lies in it is drawn by itself. */
const Field = ({ judged, layout, children }: FieldProps) => {
  const { target, band, handlers } = usePointerEditing(layout);
  const says = usePatternEditor((state) => describeCell(state.document, state.cell, judged?.judgement.digits ?? {}));
  const current = usePatternEditor((state) => judged?.pattern === state.document);
  return (
    <div
      className="threads"
      style={{ width: layout.width, height: layout.height }}
      role="application"
      aria-label={say('bench.fingering-diagram', { says })}
      aria-roledescription={say('bench.pattern-editor')}
      tabIndex={0}
      data-judged={current ? 'yes' : 'no'}
      {...handlers}
    >
      {children}
      <PointerLayer layout={layout} target={target} band={band} />
    </div>
  );
};

/** The threads with everything that can be done on them by pointer; the keyboard's commands are in commands.ts. */
export const FingeringDiagramEditor = memo(({ judged, width, playing }: EditorProps) => {
  const pattern = usePatternEditor((state) => state.document);
  const frame = useStablePatternFrame(pattern);
  const layout = useMemo(() => layOutDiagram(frame, width), [frame, width]);
  const label = useCallback<StrokeLabelFormatter>((stroke, digit) => describeStroke(frame, stroke, digit), [frame]);
  return (
    <Field judged={judged} layout={layout}>
      <FingeringDiagram
        pattern={pattern}
        frame={frame}
        layout={layout}
        digits={judged?.judgement.digits ?? EMPTY_FINGERING}
        label={label}
      />
      <SelectionLayer layout={layout} />
      <CellLayer layout={layout} />
      <FlagLayer judged={judged} layout={layout} />
      {playing.playing && (
        <Layer layout={layout}>
          <Playhead pattern={frame} layout={layout} playing={playing} />
        </Layer>
      )}
    </Field>
  );
});
