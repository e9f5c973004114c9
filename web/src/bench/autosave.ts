import { samePattern, type Pattern } from '@fleet-wren/core';
import { ApiError } from '../api/client.ts';
import { fetchPattern, savePattern, type KeptPattern } from '../api/patterns.ts';
import { dropDraft, keepDraft } from './drafts.ts';
import { keepHistory } from './history.ts';
import type { BenchStore } from './store.ts';

/** Milliseconds of quiet after which an edit is saved, and until a failed save is tried again. */
const WAIT = { quiet: 500, again: 4000 } as const;

interface ConflictAnswer {
  readonly current?: KeptPattern;
}

/** Saves what is on the bench by itself, and never over what somebody else saved. Returns how to stop. */
export const autosave = (store: BenchStore): (() => void) => {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let underWay = false;

  const later = (milliseconds: number): void => {
    clearTimeout(timer);
    timer = setTimeout(() => void save(), milliseconds);
  };

  const succeeded = (kept: KeptPattern, sent: Pattern): void => {
    const settled = store.getState().pattern === sent;
    store.getState().set({ version: kept.version, saved: sent, saving: settled ? 'saved' : 'saving' });
    if (settled) dropDraft(kept.id);
    else later(0);
  };

  const failed = (error: unknown, sent: Pattern): void => {
    const code = error instanceof ApiError ? error.code : 'internal';
    const theirs = error instanceof ApiError ? (error.answer as ConflictAnswer | undefined)?.current : undefined;
    if (code === 'version-conflict' && theirs) {
      // Our own save whose answer was lost looks like a conflict with ourselves.
      if (samePattern(theirs.pattern, sent)) return succeeded(theirs, sent);
      return store.getState().set({ saving: 'conflict', theirs });
    }
    const saving = code === 'not-signed-in' ? 'signed out' : code === 'not-found' ? 'deleted' : 'not saved';
    store.getState().set({ saving, refused: error instanceof Error ? error.message : null });
    if (code !== 'not-found') later(WAIT.again);
  };

  const save = async (): Promise<void> => {
    const { id, version, pattern, saved, saving } = store.getState();
    if (underWay || saving === 'conflict' || samePattern(pattern, saved)) return;
    underWay = true;
    store.getState().set({ saving: 'saving' });
    const result = await savePattern(id, version, pattern).catch((error: unknown) => ({ error }));
    underWay = false;
    if ('error' in result) failed(result.error, pattern);
    else succeeded(result, pattern);
  };

  const changed = store.subscribe((now, before) => {
    if (now.history !== before.history) keepHistory(now.id, now.pattern, now.history);
    if (now.pattern === before.pattern) return;
    if (samePattern(now.pattern, now.saved)) {
      dropDraft(now.id);
      if (!underWay && now.saving !== 'conflict') now.set({ saving: 'saved' });
      return;
    }
    keepDraft(now.id, { version: now.version, pattern: now.pattern });
    if (now.saving === 'saved') now.set({ saving: 'saving' });
    later(WAIT.quiet);
  });

  /** Takes over what another window saved, when nothing of ours stands against it. */
  const refresh = async (): Promise<void> => {
    const { id, version, pattern, saved } = store.getState();
    if (document.hidden || underWay || !samePattern(pattern, saved)) return;
    const kept = await fetchPattern(id).catch(() => undefined);
    const now = store.getState();
    if (!kept || kept.version <= version || now.pattern !== pattern) return;
    now.set({ pattern: kept.pattern, saved: kept.pattern, version: kept.version, history: { past: [], future: [] } });
  };

  const flush = (): void => {
    const { id, version, pattern, saved, saving } = store.getState();
    if (!underWay && saving !== 'conflict' && !samePattern(pattern, saved))
      void savePattern(id, version, pattern, true).catch(() => undefined);
  };

  const seen = (): void => void refresh();
  const start = store.getState();
  if (!samePattern(start.pattern, start.saved)) later(0);
  window.addEventListener('pagehide', flush);
  window.addEventListener('focus', seen);
  return () => {
    clearTimeout(timer);
    changed();
    flush();
    window.removeEventListener('pagehide', flush);
    window.removeEventListener('focus', seen);
  };
};
