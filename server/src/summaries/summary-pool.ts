import { availableParallelism } from 'node:os';
import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import type { PatternSummary } from '@fleet-wren/core';
import { Piscina } from 'piscina';
import { workerFile } from '../common/worker-file.ts';
import type { SummaryTask } from './work.ts';

/** Milliseconds after which a summary is given up and its thread ended. */
const DEADLINE = 2000;

/** Summaries that may wait for a thread; beyond them nothing is taken on. */
const WAITING = 400;

/** Memory a thread may take, in megabytes. */
const MEMORY = 300;

/**
 * Threads that finger patterns for the list, so that no request waits for another's fingering. What takes longer than the
 * deadline is ended with its thread; the next one starts a new thread.
 */
@Injectable()
export class SummaryPool implements OnModuleDestroy {
  private pool: Piscina<SummaryTask, PatternSummary> | undefined;

  /** The summary of a pattern; undefined where it could not be made in time, or at all. */
  async summarise(task: SummaryTask, deadline = DEADLINE): Promise<PatternSummary | undefined> {
    try {
      return await this.open().run(task, { signal: AbortSignal.timeout(deadline) });
    } catch {
      return undefined;
    }
  }

  async onModuleDestroy(): Promise<void> {
    await this.pool?.destroy();
  }

  private open(): Piscina<SummaryTask, PatternSummary> {
    this.pool ??= new Piscina<SummaryTask, PatternSummary>({
      filename: workerFile('summaries/summary.worker'),
      minThreads: 1,
      maxThreads: Math.max(1, Math.min(4, availableParallelism() - 1)),
      maxQueue: WAITING,
      idleTimeout: 60_000,
      resourceLimits: { maxOldGenerationSizeMb: MEMORY },
    });
    return this.pool;
  }
}
