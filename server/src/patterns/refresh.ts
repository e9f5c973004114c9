import { summaryOf } from '@fleet-wren/core';
import type { Db } from '../db/connection.ts';
import { PatternsStore } from './patterns.store.ts';

/** Patterns that are summed up anew at a time. */
const BATCH = 200;

/** Sums up anew what was kept before summaries held what the library searches by. Nothing to do is quick. */
export const refreshSummaries = async (db: Db): Promise<void> => {
  const store = new PatternsStore(db);
  for (;;) {
    const old = await store.withOldSummaries(BATCH);
    if (old.length === 0) return;
    for (const { id, pattern } of old) await store.rewriteSummary(id, pattern, summaryOf(pattern));
  }
};
