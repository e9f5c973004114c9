import {
  changeStrokes, edit, mutedProblem, patternLength, refusal, sentence, slotTicks, sounds, strokeAt, stringCount,
  type Digit, type Edit, type Pattern, type Problem, type Stroke,
} from '@fleet-wren/core';
import { createStore, type StoreApi } from 'zustand/vanilla';
import type { KeptPattern } from '../api/patterns.ts';
import { EMPTY_HISTORY, remembered, type History } from './history.ts';

/** Whether what is on the bench is in the studio's records. */
export type Saving = 'saved' | 'saving' | 'not saved' | 'conflict' | 'signed out';

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
  readonly toggleAccent: () => void;
  readonly refuse: (words: string | null) => void;
  readonly set: (state: Partial<BenchState>) => void;
}

export type BenchStore = StoreApi<BenchState & BenchActions>;

/** Quick changes of one thing (a tempo run up step by step) within this time are one step to undo. */
const COALESCE = 1200;

const newId = (): string => crypto.randomUUID().slice(0, 8);

const unpinned = ({ pin: _pin, ...rest }: Stroke): Stroke => rest;

const withPin = (stroke: Stroke, digit: Digit | undefined): Stroke => (digit ? { ...stroke, pin: digit } : unpinned(stroke));

/** Why a stroke cannot be put there, a muted string included. */
const whyNot = (pattern: Pattern, stroke: Stroke): Problem | undefined =>
  refusal(pattern, stroke) ?? (sounds(pattern.voicing, stroke.string) ? undefined : mutedProblem(pattern, stroke));

const clampCell = (pattern: Pattern, { at, string }: Cell): Cell => ({
  at: Math.min(Math.max(0, at), patternLength(pattern) - slotTicks(pattern)),
  string: Math.min(Math.max(1, string), stringCount(pattern.instrument)),
});

/** A bench with a pattern on it. */
export const createBench = (kept: KeptPattern, history: History = EMPTY_HISTORY): BenchStore =>
  createStore((set, get) => {
    let lastKind: { readonly name: string; readonly at: number } | undefined;

    const refuse = (words: string | null): void => set({ refused: words, said: words ?? '' });

    const adopt = (pattern: Pattern, next: History): void =>
      set({ pattern, history: next, refused: null, cell: clampCell(pattern, get().cell) });

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
      adopt(done.value.pattern, { ...history, [from]: history[from].slice(0, -1), [to]: [...history[to], done.value.inverse] });
    };

    const here = (): Stroke | undefined => strokeAt(get().pattern, get().cell.at, get().cell.string);

    const changeHere = (change: (stroke: Stroke) => Stroke): void => {
      const stroke = here();
      if (stroke) run(changeStrokes(get().pattern, [stroke.id], change));
      else refuse('There is no stroke here. Enter puts one.');
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
      refused: null,
      said: '',
      run,
      refuse,
      undo: () => step('past', 'future', 'There is nothing to take back.'),
      redo: () => step('future', 'past', 'There is nothing to do again.'),
      go: (cell) => set({ cell: clampCell(get().pattern, cell), refused: null }),
      put: (digit) => {
        if (here()) changeHere((stroke) => withPin(stroke, digit));
        else putNew(withPin({ id: newId(), ...get().cell }, digit));
      },
      clear: () => {
        const stroke = here();
        if (stroke) run({ kind: 'remove', ids: [stroke.id] });
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
      toggleAccent: () => changeHere(({ accent, ...stroke }) => (accent ? stroke : { ...stroke, accent: true })),
      set,
    };
  });
