import { say, sayProblem } from '@fleet-wren/wording';
import {
  PATTERN_DOCUMENT_TYPE,
  createStrokeEdit,
  createMutedStringProblem,
  startOfSlot,
  patternLength,
  validateNewStroke,
  withEndingsFollowed,
  findStoppedFret,
  findStrokeAt,
  stringCount,
  type Digit,
  type Articulation,
  type Pattern,
  type PatternEdit,
  type Problem,
  type Stroke,
} from '@fleet-wren/core';
import { createStore, type StoreApi } from 'zustand/vanilla';
import type { UndoHistory } from './undo-history.ts';
import type { StoredDocument } from '../api/document-repository.ts';
import {
  createWorkspaceState,
  createWorkspaceActions,
  type WorkspaceActions,
  type WorkspaceState,
} from './workspace-store.ts';

/** Where the keyboard stands: a slot and a string. */
export interface EditorCell {
  readonly at: number;
  readonly string: number;
}

/** What is on the bench. */
export interface PatternEditorState extends WorkspaceState<PatternEdit, Pattern> {
  readonly cell: EditorCell;
  /** Strokes that commands are for together; empty where only the one under the cell is. */
  readonly selection: ReadonlySet<string>;
}

/** What can be done on the bench. */
export interface PatternEditorActions extends WorkspaceActions<PatternEdit, Pattern> {
  readonly moveCell: (cell: EditorCell) => void;
  /** Puts a stroke where the keyboard stands, or changes the one there: a digit pins it, none lets it follow. */
  readonly addStroke: (digit?: Digit) => void;
  readonly deleteStrokes: () => void;
  readonly move: (id: string, cell: EditorCell) => void;
  readonly togglePin: (digit: Digit | null) => void;
  /** Marks the targets, or unmarks them where all bear the mark. */
  readonly toggleMark: (mark: Articulation) => void;
  /** Changes the targets one by one. */
  readonly change: (change: (stroke: Stroke) => Stroke) => void;
  readonly select: (ids: Iterable<string>) => void;
}

export type PatternEditorStore = StoreApi<PatternEditorState & PatternEditorActions>;

/** A new stroke's name. */
export const createStrokeId = (): string => crypto.randomUUID().slice(0, 8);

const unpinned = ({ pin: _pin, ...rest }: Stroke): Stroke => rest;

const withPin = (stroke: Stroke, digit: Digit | undefined): Stroke =>
  digit ? { ...stroke, pin: digit } : unpinned(stroke);

/** Why a stroke cannot be put there, a muted string included. */
const whyNot = (pattern: Pattern, stroke: Stroke): Problem | undefined =>
  validateNewStroke(pattern, stroke) ??
  (findStoppedFret(pattern, stroke) === null ? createMutedStringProblem(pattern, stroke) : undefined);

const clampCell = (pattern: Pattern, { at, string }: EditorCell): EditorCell => ({
  at: startOfSlot(pattern, Math.min(Math.max(0, at), patternLength(pattern) - 1)),
  string: Math.min(Math.max(1, string), stringCount(pattern.instrument)),
});

const sameCell = (a: EditorCell, b: EditorCell): boolean => a.at === b.at && a.string === b.string;

/** The selection without strokes that are gone; the same value where none is. */
const stillThere = (pattern: Pattern, selection: ReadonlySet<string>): ReadonlySet<string> => {
  if (selection.size === 0) return selection;
  const ids = new Set(pattern.strokes.map(({ id }) => id));
  return [...selection].every((id) => ids.has(id)) ? selection : new Set([...selection].filter((id) => ids.has(id)));
};

const NONE: ReadonlySet<string> = new Set();

/** What commands are for: the selection, else the stroke under the cell. */
export const getEditTargets = ({ selection, document, cell }: PatternEditorState): readonly string[] => {
  if (selection.size > 0) return [...selection];
  const here = findStrokeAt(document, cell.at, cell.string);
  return here ? [here.id] : [];
};

/** A bench with a pattern on it. */
export const createPatternEditorStore = (
  kept: StoredDocument<Pattern>,
  history?: UndoHistory<PatternEdit, Pattern>,
): PatternEditorStore =>
  createStore((set, get) => {
    const settle = (pattern: Pattern): void => {
      const { cell, selection } = get();
      const clamped = clampCell(pattern, cell);
      set({ cell: sameCell(cell, clamped) ? cell : clamped, selection: stillThere(pattern, selection) });
    };
    const workspace = createWorkspaceActions<PatternEdit, Pattern>(
      { kind: PATTERN_DOCUMENT_TYPE },
      { get, set, completeEdit: withEndingsFollowed, beforeChange: settle },
    );
    const { applyEdit, reject } = workspace;

    const change = (how: (stroke: Stroke) => Stroke): void => {
      const ids = getEditTargets(get());
      if (ids.length > 0) applyEdit(createStrokeEdit(get().document, ids, how));
      else reject(say('bench.no-note-here-press-enter-to'));
    };

    const toggleMark = (mark: Articulation): void => {
      const ids = new Set(getEditTargets(get()));
      const all = get()
        .document.strokes.filter(({ id }) => ids.has(id))
        .every((stroke) => stroke[mark]);
      change(({ [mark]: _old, ...stroke }) => (all ? stroke : { ...stroke, [mark]: true }));
    };

    const place = (stroke: Stroke): boolean => {
      const problem = whyNot(get().document, stroke);
      if (problem) reject(sayProblem(problem));
      return problem === undefined && applyEdit({ kind: 'put', strokes: [stroke] });
    };

    return {
      ...createWorkspaceState(kept, history),
      cell: { at: 0, string: Math.min(5, stringCount(kept.document.instrument)) },
      selection: NONE,
      ...workspace,
      moveCell: (cell) => {
        const { document, cell: before, rejection, selection } = get();
        const clamped = clampCell(document, cell);
        if (sameCell(clamped, before) && rejection === null && selection.size === 0) return;
        set({ cell: clamped, rejection: null, selection: NONE });
      },
      addStroke: (digit) => {
        if (getEditTargets(get()).length > 0) change((stroke) => withPin(stroke, digit));
        else place(withPin({ id: createStrokeId(), ...get().cell }, digit));
      },
      deleteStrokes: () => {
        const ids = getEditTargets(get());
        if (ids.length > 0) applyEdit({ kind: 'remove', ids });
      },
      move: (id, cell) => {
        const stroke = get().document.strokes.find((one) => one.id === id);
        if (!stroke || sameCell(stroke, cell)) return;
        if (place({ ...stroke, ...cell })) set({ cell });
      },
      togglePin: (digit) => change((stroke) => (stroke.pin || !digit ? unpinned(stroke) : withPin(stroke, digit))),
      toggleMark,
      change,
      select: (ids) => set({ selection: new Set(ids), rejection: null }),
    };
  });
