import type { ErrorCode, KindSpecificEdit } from '@fleet-wren/core';
import type { StoreApi } from 'zustand/vanilla';
import { ApiError, wordsOf } from '../api/api-error.ts';
import type { StoredDocument, DocumentRepository } from '../api/document-repository.ts';
import type { DraftStore } from './draft-store.ts';
import type { SaveStatus, WorkspaceActions, WorkspaceState } from './workspace-store.ts';

/** Milliseconds of quiet after which an edit is saved, and until a failed save is tried again. */
const AUTOSAVE_DELAYS = { quiet: 500, again: 4000, braked: 30_000 } as const;

/** Failures after which trying again can help, and when. */
const RETRY_DELAYS: Readonly<Partial<Record<ErrorCode, number>>> = {
  unavailable: AUTOSAVE_DELAYS.again,
  internal: AUTOSAVE_DELAYS.again,
  'not-signed-in': AUTOSAVE_DELAYS.again,
  'too-many-tries': AUTOSAVE_DELAYS.braked,
};

const saveStatusAfterError = (code: ErrorCode): SaveStatus => {
  if (code === 'not-signed-in') return 'signed out';
  if (code === 'not-found') return 'deleted';
  return RETRY_DELAYS[code] === undefined ? 'refused' : 'not saved';
};

interface ConflictResponse {
  readonly current?: unknown;
}

/** What saves a store by itself, and how it is left. */
export interface Autosave {
  /** Stops; resolves when what was still to be saved has been sent and answered. */
  readonly flushAndStop: () => Promise<void>;
}

interface AutosaveDependencies<Own extends KindSpecificEdit, Doc> {
  readonly store: StoreApi<WorkspaceState<Own, Doc> & WorkspaceActions<Own, Doc>>;
  readonly records: Pick<DocumentRepository<Own, Doc>, 'isEqual' | 'save' | 'fetch' | 'fromAnswer'>;
  readonly keeper: DraftStore<Own, Doc>;
}

/**
 * Saves what is worked on by itself, and never over what somebody else saved. The draft in the browser stays until the
 * very document it holds is confirmed. One save is under way at a time.
 */
export const startAutosave = <Own extends KindSpecificEdit, Doc>({
  store,
  records,
  keeper,
}: AutosaveDependencies<Own, Doc>): Autosave => {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let sending: Doc | undefined;
  let underWay: Promise<void> = Promise.resolve();
  let stopped = false;

  const isSaved = (document: Doc, saved: Doc): boolean => document === saved || records.isEqual(document, saved);

  const later = (milliseconds: number): void => {
    clearTimeout(timer);
    timer = setTimeout(() => void settle(), stopped ? 0 : milliseconds);
  };

  const keep = (): void => {
    const { version, document } = store.getState();
    keeper.saveDraft({ version, document, ...(sending === undefined ? {} : { sent: sending }) });
  };

  const confirmed = (kept: StoredDocument<Doc>, sent: Doc): void => {
    const settled = isSaved(store.getState().document, sent);
    store.setState({ version: kept.version, savedDocument: sent, saveStatus: settled ? 'saved' : 'saving' } as Partial<
      WorkspaceState<Own, Doc> & WorkspaceActions<Own, Doc>
    >);
    if (settled) return keeper.deleteDraft();
    keep();
    later(0);
  };

  const set = (state: Partial<WorkspaceState<Own, Doc>>): void =>
    store.setState(state as Partial<WorkspaceState<Own, Doc> & WorkspaceActions<Own, Doc>>);

  const failed = (error: unknown, sent: Doc): void => {
    const code = error instanceof ApiError ? error.code : 'internal';
    const current = error instanceof ApiError ? (error.answer as ConflictResponse | undefined)?.current : undefined;
    if (code === 'version-conflict' && current !== undefined) {
      const theirs = records.fromAnswer(current);
      // Our own save whose answer was lost looks like a conflict with ourselves.
      if (isSaved(theirs.document, sent)) return confirmed(theirs, sent);
      return set({ saveStatus: 'conflict', remoteDocument: theirs });
    }
    set({ saveStatus: saveStatusAfterError(code), rejection: error instanceof Error ? wordsOf(error) : null });
    const again = RETRY_DELAYS[code];
    if (again !== undefined && !stopped) later(again);
  };

  const send = async (keepalive: boolean): Promise<void> => {
    const { id, version, document } = store.getState();
    sending = document;
    set({ saveStatus: 'saving' });
    keep();
    const result = await records.save(id, version, document, keepalive).catch((error: unknown) => ({ error }));
    sending = undefined;
    if ('error' in result) failed(result.error, document);
    else confirmed(result, document);
  };

  /** Saves what is not saved yet; what has come back to what the records hold needs no saving. */
  const settle = async (keepalive = false): Promise<void> => {
    clearTimeout(timer);
    const { document, savedDocument, saveStatus } = store.getState();
    if (sending !== undefined || saveStatus === 'conflict') return;
    if (!isSaved(document, savedDocument)) {
      underWay = send(keepalive);
      return underWay;
    }
    keeper.deleteDraft();
    if (saveStatus !== 'deleted') set({ saveStatus: 'saved' });
  };

  const unsubscribe = store.subscribe((now, before) => {
    if (now.history !== before.history) keeper.saveHistory(now.document, now.history);
    if (now.document === before.document) return;
    if (now.document === now.savedDocument && sending === undefined) return keeper.deleteDraft();
    keep();
    if (now.saveStatus === 'saved' || now.saveStatus === 'refused') set({ saveStatus: 'saving' });
    later(AUTOSAVE_DELAYS.quiet);
  });

  /** Takes over what another window saved, when nothing of ours stands against it; undo brings ours back. */
  const refresh = async (): Promise<void> => {
    const { id, version, document, savedDocument } = store.getState();
    if (globalThis.document.hidden || sending !== undefined || !isSaved(document, savedDocument)) return;
    const kept = await records.fetch(id).catch(() => undefined);
    const now = store.getState();
    if (!kept || kept.version <= version || now.version !== version || now.document !== document) return;
    if (isSaved(document, kept.document)) return set({ version: kept.version, savedDocument: document });
    now.acceptRemote(kept);
  };

  const leave = (): void => {
    void settle(true);
    void keeper.flush();
  };
  const seen = (): void => void refresh();

  const start = store.getState();
  if (!isSaved(start.document, start.savedDocument) && start.saveStatus !== 'conflict') later(0);
  window.addEventListener('pagehide', leave);
  window.addEventListener('focus', seen);

  return {
    flushAndStop: async () => {
      window.removeEventListener('pagehide', leave);
      window.removeEventListener('focus', seen);
      // What is under way may leave something to be sent after it.
      await underWay;
      stopped = true;
      await settle(true);
      unsubscribe();
      clearTimeout(timer);
      await keeper.flush();
    },
  };
};
