import { say } from '@fleet-wren/wording';
import { findStrokeAt, type Pattern, type Stroke } from '@fleet-wren/core';
import { memo, useCallback, useMemo, type ReactNode } from 'react';
import { NO_DIGITS, type Judged } from '../parts/judged.ts';
import { SPACE, cursorAt, layoutOf, pointAt, type Layout } from '../parts/threads/geometry.ts';
import { Threads, type StrokeLabel } from '../parts/threads/Threads.tsx';
import { usePlayCursor } from '../parts/threads/usePlayCursor.ts';
import type { PlayerControls } from '../sound/usePlayer.ts';
import { useBench } from './context.ts';
import { numberedCauses } from './findings.ts';
import { cellSentence, strokeSentence } from './sentences.ts';
import type { Cell } from './store.ts';
import { usePatternFrame } from '../parts/threads/usePatternFrame.ts';
import { usePointer, type Box } from './usePointer.ts';

interface EditorProps {
  readonly judged: Judged | null;
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
  readonly layout: Layout;
  readonly playing: PlayerControls;
}) => {
  const place = useCallback(
    (tick: number): string | undefined => {
      const { x, top } = cursorAt(pattern, layout, tick);
      return tick >= 0 ? `translate(${x.toFixed(1)} ${top})` : undefined;
    },
    [pattern, layout],
  );
  const line = usePlayCursor(playing, place);
  if (!playing.playing) return null;
  return (
    <line
      ref={line}
      className="playhead"
      visibility="hidden"
      x1={0}
      x2={0}
      y1={SPACE.counts - 6}
      y2={layout.systemHeight}
    />
  );
};

/** Something laid over the threads: what changes with every key is drawn by itself, and nothing else with it. */
const Layer = ({ layout, children }: { readonly layout: Layout; readonly children: ReactNode }) => (
  <svg className="threads-layer" width={layout.width} height={layout.height} aria-hidden="true">
    {children}
  </svg>
);

const at = (layout: Layout, stroke: Pick<Stroke, 'at' | 'string'>): string => {
  const { x, y } = pointAt(layout, stroke.at, stroke.string);
  return `translate(${x.toFixed(1)} ${y.toFixed(1)})`;
};

/** Rings around what cannot be as it is, and numbered flags on what the judgement points at. */
const FlagLayer = memo(({ judged, layout }: { readonly judged: Judged | null; readonly layout: Layout }) => {
  const pattern = useBench((state) => state.document);
  const shown = useMemo(() => {
    const troubled = new Set(judged?.judgement.warnings.flatMap(({ strokes }) => strokes));
    const { flags } = numberedCauses(judged);
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
});

/** The strokes that commands are for together. */
const SelectionLayer = memo(({ layout }: { readonly layout: Layout }) => {
  const selection = useBench((state) => state.selection);
  const strokes = useBench((state) => (state.selection.size > 0 ? state.document.strokes : NONE));
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
const CellLayer = memo(({ layout }: { readonly layout: Layout }) => {
  const cell = useBench((state) => state.cell);
  const taken = useBench((state) => findStrokeAt(state.document, state.cell.at, state.cell.string) !== undefined);
  return (
    <Layer layout={layout}>
      {taken ? (
        <circle className="chosen-ring" transform={at(layout, cell)} r={layout.radius + 6} />
      ) : (
        <rect
          className="cell"
          transform={at(layout, cell)}
          x={1 - layout.slotWidth / 2}
          y={3 - SPACE.string / 2}
          width={layout.slotWidth - 2}
          height={SPACE.string - 6}
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
  readonly layout: Layout;
  readonly target: Cell | undefined;
  readonly band: Box | null;
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
  readonly judged: Judged | null;
  readonly layout: Layout;
  readonly children: ReactNode;
}

/** What hears the pointer and says where the keyboard stands; what lies in it is drawn by itself. */
const Field = ({ judged, layout, children }: FieldProps) => {
  const { target, band, handlers } = usePointer(layout);
  const says = useBench((state) => cellSentence(state.document, state.cell, judged?.judgement.digits ?? {}));
  const current = useBench((state) => judged?.pattern === state.document);
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
export const ThreadsEditor = memo(({ judged, width, playing }: EditorProps) => {
  const pattern = useBench((state) => state.document);
  const frame = usePatternFrame(pattern);
  const layout = useMemo(() => layoutOf(frame, width), [frame, width]);
  const label = useCallback<StrokeLabel>((stroke, digit) => strokeSentence(frame, stroke, digit), [frame]);
  return (
    <Field judged={judged} layout={layout}>
      <Threads
        pattern={pattern}
        frame={frame}
        layout={layout}
        digits={judged?.judgement.digits ?? NO_DIGITS}
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
