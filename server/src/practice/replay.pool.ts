import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import { WorkerPool } from '../common/worker-pool.ts';
import type { AttemptSummary, ConstraintEstimate } from '@fleet-wren/core';
import {
  countAttempts,
  estimateAbility,
  replayLog,
  type AbilityTask,
  type AttemptCountTask,
  type LogTask,
  type LogTaskResult,
  type ReplayResult,
  type ReplayTask,
} from './replay-log.ts';

/** Characters of a log that are gone through at once: a few milliseconds; longer ones take a thread. */
const AT_ONCE = 100_000;

/** Milliseconds a long log may take: it has a bound, and this is many times what that needs. */
const DEADLINE = 10_000;

/** Goes through logs so that no request waits for another’s. */
@Injectable()
export class ReplayPool implements OnModuleDestroy {
  private readonly pool = new WorkerPool<LogTask, LogTaskResult>({
    worker: 'practice/replay.worker',
    threads: 1,
    waiting: 200,
  });

  /** Null where a log takes back something before it. */
  async fold(task: ReplayTask): Promise<ReplayResult | null> {
    return task.log.length <= AT_ONCE
      ? replayLog(task)
      : ((await this.pool.run(task, DEADLINE)) as ReplayResult | null);
  }

  async hearHand(task: AbilityTask): Promise<readonly ConstraintEstimate[]> {
    if (task.attempts.length <= AT_ONCE) return estimateAbility(task);
    return (await this.pool.run(task, DEADLINE)) as readonly ConstraintEstimate[];
  }

  async countAttempts(task: AttemptCountTask): Promise<readonly AttemptSummary[]> {
    if (task.counted.length <= AT_ONCE) return countAttempts(task);
    return (await this.pool.run(task, DEADLINE)) as readonly AttemptSummary[];
  }

  onModuleDestroy(): Promise<void> {
    return this.pool.close();
  }
}
