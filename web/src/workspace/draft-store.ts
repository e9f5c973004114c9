import type { Result } from '@fleet-wren/core';
import type { UndoHistory } from './undo-history.ts';
import { EMPTY_UNDO_HISTORY } from './undo-history.ts';

/** What was edited and is not yet confirmed to be saved. */
export interface Draft<Doc> {
  /** The version in the records that the edits go on from. */
  readonly version: number;
  readonly document: Doc;
  /** What was under way to the server when this was kept: it may have arrived. */
  readonly sent?: Doc;
}

/** A history, and the document it belongs to. */
interface StoredUndoHistory<Own, Doc> {
  readonly document: Doc;
  readonly history: UndoHistory<Own, Doc>;
}

/** What the browser keeps by key; every call may fail, as when there is no room. */
export interface KeyValueStore {
  readonly get: (key: string) => Promise<unknown>;
  readonly set: (key: string, value: unknown) => Promise<void>;
  readonly remove: (key: string) => Promise<void>;
  readonly keys: () => Promise<readonly string[]>;
}

/** What a keeper works with. */
export interface BrowserStorage {
  readonly store: KeyValueStore;
  /** The name of this window, and of all that are open; undefined where that cannot be known. */
  readonly windowId: string;
  readonly listOpenWindowIds: () => Promise<ReadonlySet<string> | undefined>;
  /** Runs something when the page has nothing better to do. */
  readonly runWhenIdle: (work: () => void) => void;
}

/** Keeps drafts and histories of one document of a kind in the browser, in idle time; the latest of each counts. */
export interface DraftStore<Own, Doc> {
  readonly saveDraft: (draft: Draft<Doc>) => void;
  readonly deleteDraft: () => void;
  readonly saveHistory: (document: Doc, history: UndoHistory<Own, Doc>) => void;
  /** Writes at once what is still waiting, as when the page is left. */
  readonly flush: () => Promise<void>;
}

const draftKey = (kind: string, id: string, window: string): string => `draft/${kind}/${id}/${window}`;
const historyKey = (kind: string, id: string, window: string): string => `history/${kind}/${id}/${window}`;

/** A keeper for a document: writes go out one after another, and never fail the work that asks for them. */
export const createDraftStore = <Own, Doc>(
  household: BrowserStorage,
  kind: string,
  id: string,
): DraftStore<Own, Doc> => {
  const { store, windowId, runWhenIdle } = household;
  const waiting = new Map<string, unknown>();
  let asked = false;
  let writing: Promise<void> = Promise.resolve();

  const write = (key: string, value: unknown): Promise<void> =>
    (value === undefined ? store.remove(key) : store.set(key, value)).catch(() => undefined);

  const flush = (): Promise<void> => {
    asked = false;
    const due = [...waiting];
    waiting.clear();
    writing = due.reduce((before, [key, value]) => before.then(() => write(key, value)), writing);
    return writing;
  };

  const put = (key: string, value: unknown): void => {
    waiting.set(key, value);
    if (asked) return;
    asked = true;
    runWhenIdle(() => void flush());
  };

  return {
    saveDraft: (draft) => put(draftKey(kind, id, windowId), draft),
    deleteDraft: () => put(draftKey(kind, id, windowId), undefined),
    saveHistory: (document, history) => put(historyKey(kind, id, windowId), { document, history }),
    flush,
  };
};

/** What was found of an earlier sitting with a document. */
export interface LocalDocumentState<Own, Doc> {
  readonly draft?: Draft<Doc>;
  readonly history?: StoredUndoHistory<Own, Doc>;
}

interface DraftQuery<Doc> {
  readonly kind: string;
  readonly id: string;
  readonly read: (value: unknown) => Result<Doc>;
}

const readDraft = <Doc>(value: unknown, read: DraftQuery<Doc>['read']): Draft<Doc> | undefined => {
  const { version, document, sent } = (value ?? {}) as Partial<Draft<unknown>>;
  const checked = read(document);
  if (!checked.ok || !Number.isInteger(version)) return undefined;
  const arrived = sent === undefined ? undefined : read(sent);
  return { version: version as number, document: checked.value, ...(arrived?.ok ? { sent: arrived.value } : {}) };
};

/** Drafts of this window first, then those of windows that are closed; one of a window that is open is left to it. */
const listDraftKeys = async (
  { store, windowId, listOpenWindowIds }: BrowserStorage,
  kind: string,
  id: string,
): Promise<readonly string[]> => {
  const own = draftKey(kind, id, windowId);
  const prefix = draftKey(kind, id, '');
  const [keys, alive] = await Promise.all([store.keys(), listOpenWindowIds()]);
  const left = keys.filter((key) => key.startsWith(prefix) && key !== own && !alive?.has(key.slice(prefix.length)));
  return [own, ...left];
};

/** What an earlier sitting left of a document: its draft, and the history of this window. Never fails. */
export const loadLocalState = async <Own, Doc>(
  household: BrowserStorage,
  { kind, id, read }: DraftQuery<Doc>,
): Promise<LocalDocumentState<Own, Doc>> => {
  const { store, windowId } = household;
  try {
    const history = (await store.get(historyKey(kind, id, windowId))) as StoredUndoHistory<Own, Doc> | undefined;
    for (const key of await listDraftKeys(household, kind, id)) {
      const draft = readDraft(await store.get(key), read);
      if (!draft) continue;
      // From now on it is this window's.
      if (key !== draftKey(kind, id, windowId)) {
        await store.set(draftKey(kind, id, windowId), draft);
        await store.remove(key);
      }
      return { draft, history };
    }
    return { history };
  } catch {
    return {};
  }
};

/** The history found, as long as it belongs to the document there is now. */
export const selectMatchingHistory = <Own, Doc>(
  found: LocalDocumentState<Own, Doc>,
  document: Doc,
  same: (a: Doc, b: Doc) => boolean,
): UndoHistory<Own, Doc> => {
  const { history } = found;
  const whole = history && Array.isArray(history.history?.past) && Array.isArray(history.history.future);
  return whole && same(history.document, document) ? history.history : EMPTY_UNDO_HISTORY;
};

/** Lets go of the histories of windows that are closed. */
export const deleteOrphanedHistories = async ({ store, listOpenWindowIds }: BrowserStorage): Promise<void> => {
  const alive = await listOpenWindowIds();
  if (!alive) return;
  const keys = (await store.keys()).filter((key) => key.startsWith('history/'));
  for (const key of keys) if (!alive.has(key.slice(key.lastIndexOf('/') + 1))) await store.remove(key);
};

/** Lets go of every history, of open windows too: whoever signs in here next has nothing to take back. Drafts stay. */
export const dropHistories = async ({ store }: Pick<BrowserStorage, 'store'>): Promise<void> => {
  for (const key of await store.keys()) if (key.startsWith('history/')) await store.remove(key);
};
