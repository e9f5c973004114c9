import { say, sayProblems } from '@fleet-wren/wording';
import { applyEdit, type KindSpecificEdit, type Result } from '@fleet-wren/core';
import { EMPTY_HISTORY, remembered, type History } from './history.ts';
import type { EditOf, Kept, Records } from './kept.ts';

/** Whether what is worked on is in the studio's records. */
export type Saving = 'saved' | 'saving' | 'not saved' | 'refused' | 'conflict' | 'signed out' | 'deleted';

/** The edit that led from one state of a document to the one there is now. */
interface Step<Own, Doc> {
  readonly from: Doc;
  readonly edit: EditOf<Own, Doc>;
}

/** A document that is worked on. */
export interface WorkspaceState<Own, Doc> {
  readonly id: string;
  readonly document: Doc;
  /** How the document came about, where an edit led to it. */
  readonly step: Step<Own, Doc> | null;
  /** The version in the records that the edits go on from, and the document it holds. */
  readonly version: number;
  readonly saved: Doc;
  readonly saving: Saving;
  /** What another window saved meanwhile. */
  readonly theirs: Kept<Doc> | null;
  readonly history: History<Own, Doc>;
  /** Why the last thing asked for was not done. */
  readonly refused: string | null;
  /** Said aloud to screen readers. */
  readonly said: string;
}

/** What can be done with a document of any kind. */
export interface WorkspaceActions<Own, Doc> {
  readonly run: (change: EditOf<Own, Doc>, coalesce?: string) => boolean;
  /** Runs an edit that may not be possible, and says why where it is not. */
  readonly attempt: (made: Result<EditOf<Own, Doc>>) => boolean;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly refuse: (words: string | null) => void;
  /** Goes on with what the records hold; what was here can be brought back by undo. */
  readonly takeOver: (kept: Kept<Doc>) => void;
  /** Keeps what is here although the records have moved on: it will be saved on what they hold. */
  readonly keepMine: () => void;
  /** Has what is here saved anew, as after it was brought back. */
  readonly saveAgain: () => void;
}

/** A workspace as a part of a larger store: its state, and how it is set and read. */
export interface Shelf<Own, Doc> {
  readonly get: () => WorkspaceState<Own, Doc>;
  readonly set: (state: Partial<WorkspaceState<Own, Doc>>) => void;
  /** Called with a document that is about to be taken up, before anybody sees it. */
  readonly settle?: (document: Doc) => void;
}

/** Quick changes of one thing (a tempo run up step by step) within this time are one step to undo. */
const COALESCE = 1200;

/** The state of a workspace as a document is opened. */
export const openedState = <Own, Doc>(
  kept: Kept<Doc>,
  history: History<Own, Doc> = EMPTY_HISTORY,
): WorkspaceState<Own, Doc> => ({
  id: kept.id,
  document: kept.document,
  step: null,
  version: kept.version,
  saved: kept.document,
  saving: 'saved',
  theirs: null,
  history,
  refused: null,
  said: '',
});

/** Whether quick changes of one thing join into one step. */
const coalescing = (): ((name: string | undefined) => boolean) => {
  let last: { readonly name: string; readonly at: number } | undefined;
  return (name) => {
    const now = Date.now();
    const joined = name !== undefined && last?.name === name && now - last.at < COALESCE;
    last = name === undefined ? undefined : { name, at: now };
    return joined;
  };
};

/** What can be done with a document that lies on a shelf. */
export const workspaceActions = <Own extends KindSpecificEdit, Doc>(
  { kind }: Pick<Records<Own, Doc>, 'kind'>,
  { get, set, settle }: Shelf<Own, Doc>,
): WorkspaceActions<Own, Doc> => {
  const joins = coalescing();

  const refuse = (words: string | null): void => set({ refused: words, said: words ?? '' });

  const adopt = (document: Doc, edit: EditOf<Own, Doc>, more: Partial<WorkspaceState<Own, Doc>>): void => {
    settle?.(document);
    set({ document, step: { from: get().document, edit }, refused: null, ...more });
  };

  const run = (change: EditOf<Own, Doc>, coalesce?: string): boolean => {
    const { document, history } = get();
    const done = applyEdit(kind, document, change);
    if (!done.ok) {
      refuse(sayProblems(done.problems));
      return false;
    }
    // What changes nothing is no step to take back.
    if (done.value.document === document) return true;
    const next = joins(coalesce) ? { ...history, future: [] } : remembered(history, done.value.inverse);
    adopt(done.value.document, change, { history: next });
    return true;
  };

  const step = (from: 'past' | 'future', to: 'past' | 'future', nothing: string): void => {
    const { document, history } = get();
    const change = history[from].at(-1);
    const done = change && applyEdit(kind, document, change);
    if (!change || !done?.ok) return refuse(nothing);
    joins(undefined);
    const moved = { [from]: history[from].slice(0, -1), [to]: [...history[to], done.value.inverse] };
    adopt(done.value.document, change, { history: { ...history, ...moved } });
  };

  return {
    run,
    refuse,
    attempt: (made) => {
      if (made.ok) return run(made.value);
      refuse(sayProblems(made.problems));
      return false;
    },
    undo: () => step('past', 'future', say('saving.nothing-to-undo')),
    redo: () => step('future', 'past', say('saving.nothing-to-redo')),
    takeOver: ({ document, version }) => {
      const { document: mine, history } = get();
      joins(undefined);
      const back = remembered(history, { kind: 'become', document: mine });
      const taken = { saved: document, version, saving: 'saved', theirs: null, history: back } as const;
      adopt(document, { kind: 'become', document }, taken);
    },
    keepMine: () => {
      const { theirs, document } = get();
      if (!theirs) return;
      set({
        version: theirs.version,
        saved: theirs.document,
        saving: 'saving',
        theirs: null,
        document: copyOf(document),
      });
    },
    saveAgain: () => set({ saving: 'saving', refused: null, document: copyOf(get().document) }),
  };
};

/** The same document as another object: that sets the saving off. */
const copyOf = <Doc>(document: Doc): Doc => ({ ...(document as object) }) as Doc;
