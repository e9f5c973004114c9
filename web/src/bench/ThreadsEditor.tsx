import {
  DIGIT_NAMES,
  MARKS,
  beatPartsOf,
  moveStrokes,
  partStart,
  sounds,
  strokeAt,
  whereIs,
  type Digit,
  type Mark,
  type Pattern,
  type Stroke,
} from '@fleet-wren/core';
import { useCallback, useMemo, useState, type PointerEvent } from 'react';
import { SPACE, cellAt, cursorAt, layoutOf, pointAt, strokesWithin, type Layout } from '../parts/threads/geometry.ts';
import { Threads } from '../parts/threads/Threads.tsx';
import { usePlayCursor } from '../parts/threads/usePlayCursor.ts';
import { useBench, useBenchStore } from './context.ts';
import { numberedFindings } from './findings.ts';
import { usePatternFrame } from './usePatternFrame.ts';
import type { Cell } from './store.ts';
import type { Judged } from '../parts/judged.ts';
import type { Playing } from '../sound/usePlayer.ts';

interface EditorProps {
  readonly judged: Judged | null;
  readonly width: number;
  readonly playing: Playing;
}

const MARK_WORDS: Readonly<Record<Mark, string>> = {
  accent: 'accented',
  rake: 'raked',
  brush: 'brushed',
  damped: 'damped',
  ring: 'let ring',
  silent: 'silent',
  unplanted: 'without planting',
};

/** A stroke as a sentence for screen readers. */
const strokeSentence = (pattern: Pattern, stroke: Stroke, digit: Digit | null | undefined): string =>
  [
    whereIs(pattern, stroke.at),
    `string ${stroke.string}`,
    digit ? DIGIT_NAMES[digit] : (stroke.slur ?? 'no digit yet'),
    stroke.pin ? 'pinned' : '',
    stroke.accent ? 'accented' : '',
    ...MARKS.filter((mark) => mark !== 'accent' && stroke[mark]).map((mark) => MARK_WORDS[mark]),
    stroke.harmonic ? `${stroke.harmonic.kind} harmonic at ${stroke.harmonic.touch}` : '',
    stroke.role ?? '',
  ]
    .filter(Boolean)
    .join(', ');

const cellSentence = (pattern: Pattern, cell: Cell, digits: Readonly<Record<string, Digit | null>>): string => {
  const stroke = strokeAt(pattern, cell.at, cell.string);
  return stroke
    ? strokeSentence(pattern, stroke, digits[stroke.id])
    : `${whereIs(pattern, cell.at)}, string ${cell.string}, empty`;
};

/** The line that runs along the threads while the pattern plays. */
const Playhead = ({
  pattern,
  layout,
  playing,
}: {
  readonly pattern: Pattern;
  readonly layout: Layout;
  readonly playing: Playing;
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

const sameCell = (a: Cell | undefined, b: Cell | undefined): boolean => a?.at === b?.at && a?.string === b?.string;

/** A rectangle that is being drawn. */
interface Band {
  readonly from: { readonly x: number; readonly y: number };
  readonly to: { readonly x: number; readonly y: number };
}

type Box = Parameters<typeof strokesWithin>[2];

const boxOf = ({ from, to }: Band): Box => ({
  left: Math.min(from.x, to.x),
  right: Math.max(from.x, to.x),
  top: Math.min(from.y, to.y),
  bottom: Math.max(from.y, to.y),
});

/** Parts of the beat from one tick to another. */
const partsBetween = (pattern: Pattern, from: number, to: number): number => {
  const parts = beatPartsOf(pattern).map(({ at }) => at);
  return parts.indexOf(to) - parts.indexOf(partStart(pattern, from));
};

interface Pointer {
  readonly band: Box | null;
  /** Where a token would be put or dropped. */
  readonly target: Cell | undefined;
  readonly handlers: {
    readonly onPointerDown: (event: PointerEvent<SVGSVGElement>) => void;
    readonly onPointerMove: (event: PointerEvent<SVGSVGElement>) => void;
    readonly onPointerUp: (event: PointerEvent<SVGSVGElement>) => void;
    readonly onPointerCancel: () => void;
    readonly onPointerLeave: () => void;
  };
}

/** Puts, chooses and drags by pointer: it asks for the same edits as the keyboard does. */
const usePointer = (pattern: Pattern, layout: Layout): Pointer => {
  const bench = useBenchStore();
  const [hover, setHover] = useState<Cell | undefined>();
  const [held, setHeld] = useState<{ readonly id: string; readonly from: Cell } | null>(null);
  const [band, setBand] = useState<Band | null>(null);

  const placeOf = (event: PointerEvent<SVGSVGElement>): { readonly x: number; readonly y: number } => {
    const box = event.currentTarget.getBoundingClientRect();
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  };

  const under = (event: PointerEvent<SVGSVGElement>): Cell | undefined => {
    const { x, y } = placeOf(event);
    return cellAt(layout, x, y);
  };
  /** With Shift held a token joins or leaves the selection, and an empty place begins a rectangle. */
  const downSelecting = (event: PointerEvent<SVGSVGElement>, stroke: Stroke | undefined): void => {
    const { selection, select } = bench.getState();
    if (stroke)
      return select(
        selection.has(stroke.id) ? [...selection].filter((id) => id !== stroke.id) : [...selection, stroke.id],
      );
    event.currentTarget.setPointerCapture(event.pointerId);
    setBand({ from: placeOf(event), to: placeOf(event) });
  };
  const down = (event: PointerEvent<SVGSVGElement>): void => {
    const at = under(event);
    if (!at || event.button !== 0) return;
    const stroke = strokeAt(pattern, at.at, at.string);
    if (event.shiftKey) return downSelecting(event, stroke);
    if (!stroke || !bench.getState().selection.has(stroke.id)) bench.getState().go(at);
    if (!stroke) return bench.getState().put();
    event.currentTarget.setPointerCapture(event.pointerId);
    setHeld({ id: stroke.id, from: at });
  };
  const move = (event: PointerEvent<SVGSVGElement>): void => {
    if (band) return setBand({ ...band, to: placeOf(event) });
    const at = under(event);
    if (!sameCell(at, hover)) setHover(at);
  };
  /** A selected token takes the whole selection along. */
  const drop = (id: string, from: Cell, to: Cell): void => {
    const { selection, attempt, move: moveOne } = bench.getState();
    if (!selection.has(id)) return moveOne(id, to);
    attempt(moveStrokes(pattern, [...selection], partsBetween(pattern, from.at, to.at), to.string - from.string));
  };
  const up = (event: PointerEvent<SVGSVGElement>): void => {
    if (band) bench.getState().select(strokesWithin(pattern, layout, boxOf(band)));
    const at = under(event);
    if (held && at && !sameCell(at, held.from)) drop(held.id, held.from, at);
    else if (held && at && bench.getState().selection.size > 0) bench.getState().go(at);
    setBand(null);
    setHeld(null);
  };
  const cancel = (): void => {
    setHeld(null);
    setBand(null);
    setHover(undefined);
  };
  const free = hover && !strokeAt(pattern, hover.at, hover.string) && sounds(pattern.voicing, hover.string) && !band;
  return {
    band: band && boxOf(band),
    target: free ? hover : undefined,
    handlers: {
      onPointerDown: down,
      onPointerMove: move,
      onPointerUp: up,
      onPointerCancel: cancel,
      onPointerLeave: () => setHover(undefined),
    },
  };
};

const TroubleRings = ({
  judged,
  pattern,
  layout,
}: {
  readonly judged: Judged | null;
  readonly pattern: Pattern;
  readonly layout: Layout;
}) => {
  const troubled = useMemo(() => new Set(judged?.judgement.troubles.flatMap(({ strokes }) => strokes)), [judged]);
  return pattern.strokes
    .filter(({ id }) => troubled.has(id))
    .map((stroke) => {
      const { x, y } = pointAt(layout, stroke.at, stroke.string);
      return <circle key={stroke.id} className="trouble-ring" cx={x} cy={y} r={layout.radius + 4} />;
    });
};

/** Where the keyboard stands, and where the pointer would put a stroke. */
const Marks = ({
  layout,
  cell,
  target,
}: {
  readonly layout: Layout;
  readonly cell: Cell | undefined;
  readonly target: Cell | undefined;
}) => {
  const here = cell && pointAt(layout, cell.at, cell.string);
  const there = target && pointAt(layout, target.at, target.string);
  return (
    <>
      {here && (
        <rect
          className="cell"
          x={here.x - layout.slotWidth / 2 + 1}
          y={here.y - SPACE.string / 2 + 3}
          width={layout.slotWidth - 2}
          height={SPACE.string - 6}
          rx={7}
        />
      )}
      {there && <circle className="ghost" cx={there.x} cy={there.y} r={layout.radius} />}
    </>
  );
};

/** The threads with everything that can be done on them by pointer; the keyboard's commands are in commands.ts. */
export const ThreadsEditor = ({ judged, width, playing }: EditorProps) => {
  const pattern = useBench((state) => state.document);
  const cell = useBench((state) => state.cell);
  const ground = usePatternFrame(pattern);
  const layout = useMemo(() => layoutOf(ground, width), [ground, width]);
  const digits = useMemo(() => judged?.judgement.digits ?? {}, [judged]);
  const flags = useMemo(() => numberedFindings(judged?.judgement).flags, [judged]);
  const { target, band, handlers } = usePointer(pattern, layout);
  const selection = useBench((state) => state.selection);
  const chosen = strokeAt(pattern, cell.at, cell.string)?.id ?? null;
  return (
    <svg
      className="threads"
      width={width}
      height={layout.height}
      role="application"
      aria-label={`Threads. ${cellSentence(pattern, cell, digits)}`}
      aria-roledescription="pattern editor"
      tabIndex={0}
      data-judged={judged?.pattern === pattern ? 'yes' : 'no'}
      {...handlers}
    >
      <Threads
        pattern={pattern}
        ground={ground}
        layout={layout}
        digits={digits}
        chosen={chosen}
        selection={selection}
        flags={flags}
        label={(stroke) => strokeSentence(pattern, stroke, digits[stroke.id])}
      >
        <Marks layout={layout} cell={chosen ? undefined : cell} target={target} />
      </Threads>
      {band && (
        <rect
          className="band"
          x={band.left}
          y={band.top}
          width={band.right - band.left}
          height={band.bottom - band.top}
        />
      )}
      <TroubleRings judged={judged} pattern={pattern} layout={layout} />
      <Playhead pattern={pattern} layout={layout} playing={playing} />
    </svg>
  );
};
