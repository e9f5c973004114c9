import {
  voicingAt,
  listSubdivisionSlots,
  createMoveEdit,
  startOfSlot,
  isStringSounding,
  findStrokeAt,
  type Pattern,
  type Stroke,
} from '@fleet-wren/core';
import { useEffect, useRef, useState, type PointerEvent } from 'react';
import { pointToCell, findStrokesInBox, type DiagramLayout } from '../fingering-diagram/diagram-layout.ts';
import { usePatternEditorStore } from '../../workspace/pattern-editor-context.ts';
import type { PatternEditorStore, EditorCell } from '../../workspace/pattern-editor-store.ts';

/** Whether a stroke can be put into a cell: nothing is there, and its string sounds in the chord. */
const isFreeCell = (document: Pattern, { at, string }: EditorCell): boolean =>
  !findStrokeAt(document, at, string) && isStringSounding(voicingAt(document, at), string);

/** A point of the threads in pixels. */
interface Point {
  readonly x: number;
  readonly y: number;
}

/** A rectangle that is being drawn. */
interface Band {
  readonly from: Point;
  readonly to: Point;
}

/** A rectangle by its sides, in pixels. */
export type SelectionBox = Parameters<typeof findStrokesInBox>[2];

const boxOf = ({ from, to }: Band): SelectionBox => ({
  left: Math.min(from.x, to.x),
  right: Math.max(from.x, to.x),
  top: Math.min(from.y, to.y),
  bottom: Math.max(from.y, to.y),
});

/** What the pointer is doing between press and release. */
interface Held {
  /** The token that is dragged; none where an empty place was pressed. */
  readonly id: string | null;
  readonly from: EditorCell;
  readonly at: Point;
}

type PointerHandler = (event: PointerEvent<HTMLDivElement>) => void;

interface Pointer {
  readonly band: SelectionBox | null;
  /** Where a token would be put or dropped. */
  readonly target: EditorCell | undefined;
  readonly handlers: {
    readonly onPointerDown: PointerHandler;
    readonly onPointerMove: PointerHandler;
    readonly onPointerUp: PointerHandler;
    readonly onPointerCancel: () => void;
    readonly onPointerLeave: () => void;
  };
}

const sameCell = (a: EditorCell | undefined, b: EditorCell | undefined): boolean =>
  a?.at === b?.at && a?.string === b?.string;

/** Parts of the beat from one tick to another. */
const partsBetween = (pattern: Pattern, from: number, to: number): number => {
  const parts = listSubdivisionSlots(pattern).map(({ at }) => at);
  return parts.indexOf(to) - parts.indexOf(startOfSlot(pattern, from));
};

const placeOf = (event: PointerEvent<HTMLDivElement>): Point => {
  const box = event.currentTarget.getBoundingClientRect();
  return { x: event.clientX - box.left, y: event.clientY - box.top };
};

/** With Shift held a token joins or leaves the selection. */
const joinOrLeave = (bench: PatternEditorStore, { id }: Stroke): void => {
  const { selection, select } = bench.getState();
  select(selection.has(id) ? [...selection].filter((one) => one !== id) : [...selection, id]);
};

/** A selected token takes the whole selection along. */
const drop = (bench: PatternEditorStore, id: string, from: EditorCell, to: EditorCell): void => {
  const { document, selection, tryEdit, move } = bench.getState();
  if (!selection.has(id)) return move(id, to);
  tryEdit(createMoveEdit(document, [...selection], partsBetween(document, from.at, to.at), to.string - from.string));
};

/** A finger that moved so far scrolls, and lays nothing. */
const SCROLLS = 8;

const movedFar = (a: Point, b: Point): boolean => Math.hypot(a.x - b.x, a.y - b.y) > SCROLLS;

/** A finger set down and lifted: it goes to a token, and puts one where there is none. */
const tap = (bench: PatternEditorStore, cell: EditorCell): void => {
  const { document, moveCell, addStroke } = bench.getState();
  moveCell(cell);
  if (!findStrokeAt(document, cell.at, cell.string)) addStroke();
};

/** While something is dragged Escape lets go of it, and nothing else hears that key. */
const useEscape = (busy: boolean, letGo: () => void): void => {
  const latest = useRef(letGo);
  useEffect(() => {
    latest.current = letGo;
  });
  useEffect(() => {
    if (!busy) return;
    const escape = (event: KeyboardEvent): void => {
      if (event.key !== 'Escape') return;
      event.stopPropagation();
      latest.current();
    };
    window.addEventListener('keydown', escape, { capture: true });
    return () => window.removeEventListener('keydown', escape, { capture: true });
  }, [busy]);
};

/** Puts, chooses and drags by pointer: it asks for the same edits as the keyboard does. Escape lets go of a drag. */
export const usePointerEditing = (layout: DiagramLayout): Pointer => {
  const bench = usePatternEditorStore();
  const [hover, setHover] = useState<EditorCell | undefined>();
  const [held, setHeld] = useState<Held | null>(null);
  const [band, setBand] = useState<Band | null>(null);

  const letGo = (): void => {
    setHeld(null);
    setBand(null);
  };
  useEscape(held !== null || band !== null, letGo);

  const down: PointerHandler = (event) => {
    const at = placeOf(event);
    const from = pointToCell(layout, at.x, at.y);
    if (!from || event.button !== 0) return;
    const { document, selection, moveCell, addStroke } = bench.getState();
    const stroke = findStrokeAt(document, from.at, from.string);
    if (event.shiftKey && stroke) return joinOrLeave(bench, stroke);
    // A finger may be about to scroll: it acts when it is lifted where it was set down.
    if (event.pointerType === 'touch') return setHeld({ id: null, from, at });
    if (event.shiftKey || stroke) event.currentTarget.setPointerCapture(event.pointerId);
    if (event.shiftKey) return setBand({ from: at, to: at });
    if (!stroke || !selection.has(stroke.id)) moveCell(from);
    if (!stroke) return addStroke();
    setHeld({ id: stroke.id, from, at });
  };

  const move: PointerHandler = (event) => {
    const at = placeOf(event);
    if (band) return setBand({ ...band, to: at });
    if (held && held.id === null && movedFar(held.at, at)) setHeld(null);
    if (event.pointerType === 'touch') return;
    const cell = pointToCell(layout, at.x, at.y);
    if (!sameCell(cell, hover)) setHover(cell);
  };

  const up: PointerHandler = (event) => {
    const { document, selection, select, moveCell } = bench.getState();
    if (band) select(findStrokesInBox(document, layout, boxOf(band)));
    const { x, y } = placeOf(event);
    const at = pointToCell(layout, x, y);
    if (held && at) {
      if (held.id === null) tap(bench, held.from);
      else if (!sameCell(at, held.from)) drop(bench, held.id, held.from, at);
      else if (selection.size > 0) moveCell(at);
    }
    letGo();
  };

  const { document } = bench.getState();
  return {
    band: band && boxOf(band),
    target: hover && !band && isFreeCell(document, hover) ? hover : undefined,
    handlers: {
      onPointerDown: down,
      onPointerMove: move,
      onPointerUp: up,
      onPointerCancel: letGo,
      onPointerLeave: () => setHover(undefined),
    },
  };
};
