import { say, sayProblems } from '@fleet-wren/wording';
import { applyEdit, type KindSpecificEdit, type Result } from '@fleet-wren/core';
import { EMPTY_UNDO_HISTORY, pushUndo, type UndoHistory } from './undo-history.ts';
import type { DocumentEdit, StoredDocument, DocumentRepository } from '../api/document-repository.ts';

/** Whether what is worked on is in the studio's records. */
export type SaveStatus = 'saved' | 'saving' | 'not saved' | 'refused' | 'conflict' | 'signed out' | 'deleted';

/** The edit that led from one state of a document to the one there is now. */
interface AppliedEdit<Own, Doc> {
  readonly from: Doc;
  readonly edit: DocumentEdit<Own, Doc>;
}

/** A document that is worked on. */
export interface WorkspaceState<Own, Doc> {
  readonly id: string;
  readonly document: Doc;
  /** How the document came about, where an edit led to it. */
  readonly lastEdit: AppliedEdit<Own, Doc> | null;
  /** The version in the records that the edits go on from, and the document it holds. */
  readonly version: number;
  readonly savedDocument: Doc;
  readonly saveStatus: SaveStatus;
  /** What another window saved meanwhile. */
  readonly remoteDocument: StoredDocument<Doc> | null;
  readonly history: UndoHistory<Own, Doc>;
  /** Why the last thing asked for was not done. */
  readonly rejection: string | null;
  /** Said aloud to screen readers. */
  readonly announcement: string;
}

/** What can be done with a document of any kind. */
export interface WorkspaceActions<Own, Doc> {
  readonly applyEdit: (change: DocumentEdit<Own, Doc>, coalesce?: string) => boolean;
  /** Runs an edit that may not be possible, and says why where it is not. */
  readonly tryEdit: (made: Result<DocumentEdit<Own, Doc>>) => boolean;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly reject: (words: string | null) => void;
  /** Goes on with what the records hold; what was here can be brought back by undo. */
  readonly acceptRemote: (kept: StoredDocument<Doc>) => void;
  /** Keeps what is here although the records have moved on: it will be saved on what they hold. */
  readonly overwriteRemote: () => void;
  /** Has what is here saved anew, as after it was brought back. */
  readonly retrySave: () => void;
}

/** A workspace as a part of a larger store: its state, and how it is set and read. */
export interface WorkspaceSlice<Own, Doc> {
  readonly get: () => WorkspaceState<Own, Doc>;
  readonly set: (state: Partial<WorkspaceState<Own, Doc>>) => void;
  /** What else an edit has to do, as one step with it. */
  readonly completeEdit?: (document: Doc, change: DocumentEdit<Own, Doc>) => DocumentEdit<Own, Doc>;
  /** Called with a document that is about to be taken up, before anybody sees it. */
  readonly beforeChange?: (document: Doc) => void;
}

/** Quick changes of one thing (a tempo run up step by step) within this time are one step to undo. */
const COALESCE_WINDOW_MS = 1200;

/** The state of a workspace as a document is opened. */
export const createWorkspaceState = <Own, Doc>(
  kept: StoredDocument<Doc>,
  history: UndoHistory<Own, Doc> = EMPTY_UNDO_HISTORY,
): WorkspaceState<Own, Doc> => ({
  id: kept.id,
  document: kept.document,
  lastEdit: null,
  version: kept.version,
  savedDocument: kept.document,
  saveStatus: 'saved',
  remoteDocument: null,
  history,
  rejection: null,
  announcement: '',
});

/** Whether quick changes of one thing join into one step. */
const createCoalescer = (): ((name: string | undefined) => boolean) => {
  let last: { readonly name: string; readonly at: number } | undefined;
  return (name) => {
    const now = Date.now();
    const joined = name !== undefined && last?.name === name && now - last.at < COALESCE_WINDOW_MS;
    last = name === undefined ? undefined : { name, at: now };
    return joined;
  };
};

/** What can be done with a document that lies on a shelf. */
export const createWorkspaceActions = <Own extends KindSpecificEdit, Doc>(
  { kind }: Pick<DocumentRepository<Own, Doc>, 'kind'>,
  { get, set, completeEdit, beforeChange }: WorkspaceSlice<Own, Doc>,
): WorkspaceActions<Own, Doc> => {
  const joins = createCoalescer();

  const refuse = (words: string | null): void => set({ rejection: words, announcement: words ?? '' });

  const adopt = (document: Doc, edit: DocumentEdit<Own, Doc>, more: Partial<WorkspaceState<Own, Doc>>): void => {
    beforeChange?.(document);
    set({ document, lastEdit: { from: get().document, edit }, rejection: null, ...more });
  };

  const run = (asked: DocumentEdit<Own, Doc>, coalesce?: string): boolean => {
    const { document, history } = get();
    const change = completeEdit?.(document, asked) ?? asked;
    const done = applyEdit(kind, document, change);
    if (!done.ok) {
      refuse(sayProblems(done.problems));
      return false;
    }
    // What changes nothing is no step to take back.
    if (done.value.document === document) return true;
    const next = joins(coalesce) ? { ...history, future: [] } : pushUndo(history, done.value.inverse);
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
    applyEdit: run,
    reject: refuse,
    tryEdit: (made) => {
      if (made.ok) return run(made.value);
      refuse(sayProblems(made.problems));
      return false;
    },
    undo: () => step('past', 'future', say('saving.nothing-to-undo')),
    redo: () => step('future', 'past', say('saving.nothing-to-redo')),
    acceptRemote: ({ document, version }) => {
      const { document: mine, history } = get();
      joins(undefined);
      const back = pushUndo(history, { kind: 'become', document: mine });
      const taken = {
        savedDocument: document,
        version,
        saveStatus: 'saved',
        remoteDocument: null,
        history: back,
      } as const;
      adopt(document, { kind: 'become', document }, taken);
    },
    overwriteRemote: () => {
      const { remoteDocument, document } = get();
      if (!remoteDocument) return;
      set({
        version: remoteDocument.version,
        savedDocument: remoteDocument.document,
        saveStatus: 'saving',
        remoteDocument: null,
        document: cloneShallow(document),
      });
    },
    retrySave: () => set({ saveStatus: 'saving', rejection: null, document: cloneShallow(get().document) }),
  };
};

/** The same document as another object: that sets the saving off. */
const cloneShallow = <Doc>(document: Doc): Doc => ({ ...(document as object) }) as Doc;
