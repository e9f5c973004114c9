import {
  changeStrokes,
  edit,
  mutedProblem,
  partStart,
  patternLength,
  refusal,
  sentence,
  stoppedFret,
  strokeAt,
  stringCount,
  type Digit,
  type Edit,
  type Mark,
  type Pattern,
  type Problem,
  type Result,
  type Stroke,
} from '@fleet-wren/core';
import { createStore, type StoreApi } from 'zustand/vanilla';
import type { KeptPattern } from '../api/patterns.ts';
import { EMPTY_HISTORY, remembered, type History } from './history.ts';

/** Whether what is on the bench is in the studio's records. */
export type Saving = 'saved' | 'saving' | 'not saved' | 'conflict' | 'signed out' | 'deleted';

/** Where the keyboard stands: a slot and a string. */
export interface Cell {
  readonly at: number;
  readonly string: number;
}

/** What is on the bench. */
export interface BenchState {
  readonly id: string;
  readonly pattern: Pattern;
  /** The version in the records that the edits go on from, and the pattern it holds. */
  readonly version: number;
  readonly saved: Pattern;
  readonly saving: Saving;
  /** What another window saved meanwhile. */
  readonly theirs: KeptPattern | null;
  readonly history: History;
  readonly cell: Cell;
  /** Strokes that commands are for together; empty where only the one under the cell is meant. */
  readonly selection: ReadonlySet<string>;
  /** Why the last thing asked for was not done. */
  readonly refused: string | null;
  /** Said aloud to screen readers. */
  readonly said: string;
}

/** What can be done on the bench. */
export interface BenchActions {
  readonly run: (change: Edit, coalesce?: string) => boolean;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly go: (cell: Cell) => void;
  /** Puts a stroke where the keyboard stands, or changes the one there: a digit pins it, none lets it follow. */
  readonly put: (digit?: Digit) => void;
  readonly clear: () => void;
  readonly move: (id: string, cell: Cell) => void;
  readonly togglePin: (digit: Digit | null) => void;
  /** Marks the strokes meant, or unmarks them where all bear the mark. */
  readonly toggleMark: (mark: Mark) => void;
  /** Changes the strokes meant one by one. */
  readonly change: (change: (stroke: Stroke) => Stroke) => void;
  readonly select: (ids: Iterable<string>) => void;
  /** Runs an edit that may not be possible, and says why where it is not. */
  readonly attempt: (made: Result<Edit>) => boolean;
  readonly refuse: (words: string | null) => void;
  readonly set: (state: Partial<BenchState>) => void;
}

export type BenchStore = StoreApi<BenchState & BenchActions>;

/** Quick changes of one thing (a tempo run up step by step) within this time are one step to undo. */
const COALESCE = 1200;

const newId = (): string => crypto.randomUUID().slice(0, 8);

const unpinned = ({ pin: _pin, ...rest }: Stroke): Stroke => rest;

const withPin = (stroke: Stroke, digit: Digit | undefined): Stroke =>
  digit ? { ...stroke, pin: digit } : unpinned(stroke);

/** Why a stroke cannot be put there, a muted string included. */
const whyNot = (pattern: Pattern, stroke: Stroke): Problem | undefined =>
  refusal(pattern, stroke) ?? (stoppedFret(pattern, stroke) === null ? mutedProblem(pattern, stroke) : undefined);

const clampCell = (pattern: Pattern, { at, string }: Cell): Cell => ({
  at: partStart(pattern, Math.min(Math.max(0, at), patternLength(pattern) - 1)),
  string: Math.min(Math.max(1, string), stringCount(pattern.instrument)),
});

/** The selection without strokes that are gone; the same value where none is. */
const stillThere = (pattern: Pattern, selection: ReadonlySet<string>): ReadonlySet<string> => {
  if (selection.size === 0) return selection;
  const ids = new Set(pattern.strokes.map(({ id }) => id));
  return [...selection].every((id) => ids.has(id)) ? selection : new Set([...selection].filter((id) => ids.has(id)));
};

/** A bench with a pattern on it. */
export const createBench = (kept: KeptPattern, history: History = EMPTY_HISTORY): BenchStore =>
  createStore((set, get) => {
    let lastKind: { readonly name: string; readonly at: number } | undefined;

    const refuse = (words: string | null): void => set({ refused: words, said: words ?? '' });

    const adopt = (pattern: Pattern, next: History): void =>
      set({
        pattern,
        history: next,
        refused: null,
        cell: clampCell(pattern, get().cell),
        selection: stillThere(pattern, get().selection),
      });

    const joins = (name: string | undefined): boolean => {
      const now = Date.now();
      const joined = name !== undefined && lastKind?.name === name && now - lastKind.at < COALESCE;
      lastKind = name === undefined ? undefined : { name, at: now };
      return joined;
    };

    const run = (change: Edit, coalesce?: string): boolean => {
      const { pattern, history } = get();
      const done = edit(pattern, change);
      if (!done.ok) {
        refuse(done.problems.map(sentence).join(' '));
        return false;
      }
      adopt(done.value.pattern, joins(coalesce) ? { ...history, future: [] } : remembered(history, done.value.inverse));
      return true;
    };

    const step = (from: 'past' | 'future', to: 'past' | 'future', nothing: string): void => {
      const { pattern, history } = get();
      const change = history[from].at(-1);
      const done = change && edit(pattern, change);
      if (!done?.ok) return refuse(nothing);
      lastKind = undefined;
      adopt(done.value.pattern, {
        ...history,
        [from]: history[from].slice(0, -1),
        [to]: [...history[to], done.value.inverse],
      });
    };

    const here = (): Stroke | undefined => strokeAt(get().pattern, get().cell.at, get().cell.string);

    /** The strokes a command is for: the selection, else the one under the cell. */
    const meant = (): readonly string[] => {
      const { selection } = get();
      const stroke = here();
      return selection.size > 0 ? [...selection] : stroke ? [stroke.id] : [];
    };

    const changeHere = (change: (stroke: Stroke) => Stroke): void => {
      const ids = meant();
      if (ids.length > 0) run(changeStrokes(get().pattern, ids, change));
      else refuse('There is no stroke here. Enter puts one.');
    };

    const toggleMark = (mark: Mark): void => {
      const ids = new Set(meant());
      const all = get()
        .pattern.strokes.filter(({ id }) => ids.has(id))
        .every((stroke) => stroke[mark]);
      changeHere(({ [mark]: _old, ...stroke }) => (all ? stroke : { ...stroke, [mark]: true }));
    };

    const putNew = (stroke: Stroke): void => {
      const problem = whyNot(get().pattern, stroke);
      if (problem) refuse(sentence(problem));
      else run({ kind: 'put', strokes: [stroke] });
    };

    return {
      id: kept.id,
      pattern: kept.pattern,
      version: kept.version,
      saved: kept.pattern,
      saving: 'saved',
      theirs: null,
      history,
      cell: { at: 0, string: Math.min(5, stringCount(kept.pattern.instrument)) },
      selection: new Set(),
      refused: null,
      said: '',
      run,
      refuse,
      undo: () => step('past', 'future', 'There is nothing to take back.'),
      redo: () => step('future', 'past', 'There is nothing to do again.'),
      go: (cell) => set({ cell: clampCell(get().pattern, cell), refused: null, selection: new Set() }),
      put: (digit) => {
        if (meant().length > 0) changeHere((stroke) => withPin(stroke, digit));
        else putNew(withPin({ id: newId(), ...get().cell }, digit));
      },
      clear: () => {
        const ids = meant();
        if (ids.length > 0) run({ kind: 'remove', ids });
      },
      move: (id, cell) => {
        const stroke = get().pattern.strokes.find((one) => one.id === id);
        if (!stroke || (stroke.at === cell.at && stroke.string === cell.string)) return;
        const moved = { ...stroke, ...cell };
        const problem = whyNot(get().pattern, moved);
        if (problem) return refuse(sentence(problem));
        run({ kind: 'put', strokes: [moved] });
        set({ cell });
      },
      togglePin: (digit) => changeHere((stroke) => (stroke.pin || !digit ? unpinned(stroke) : withPin(stroke, digit))),
      toggleMark,
      change: changeHere,
      select: (ids) => set({ selection: new Set(ids), refused: null }),
      attempt: (made) => {
        if (made.ok) return run(made.value);
        refuse(made.problems.map(sentence).join(' '));
        return false;
      },
      set,
    };
  });
