import { availableParallelism } from 'node:os';
import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import type { PatternSummary } from '@fleet-wren/core';
import { WorkerPool } from '../common/worker-pool.ts';
import type { SummaryTask } from './summarise-pattern.ts';

/** Milliseconds after which a summary is given up and its thread ended. */
const DEADLINE = 2000;

/**
 * Threads that finger patterns for the list, so that no request waits for another's fingering. What takes longer than
 * the deadline is ended with its thread; the next one starts a new thread.
 */
@Injectable()
export class SummaryPool implements OnModuleDestroy {
  private readonly pool = new WorkerPool<SummaryTask, PatternSummary>({
    worker: 'summaries/summary.worker',
    threads: Math.max(1, Math.min(4, availableParallelism() - 1)),
    waiting: 400,
  });

  /** The summary of a pattern; undefined where it could not be made in time, or at all. */
  async summarise(task: SummaryTask, deadline = DEADLINE): Promise<PatternSummary | undefined> {
    try {
      return await this.pool.run(task, deadline);
    } catch {
      return undefined;
    }
  }

  onModuleDestroy(): Promise<void> {
    return this.pool.close();
  }
}
