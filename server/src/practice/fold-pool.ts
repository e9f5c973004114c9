import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import { ThreadPool } from '../common/thread-pool.ts';
import type { ConstraintEstimate } from '@fleet-wren/core';
import { fold, hearHand, type FoldTask, type Folded, type HandTask } from './fold.ts';

/** Characters of a log that are gone through at once: a few milliseconds; longer ones take a thread. */
const AT_ONCE = 100_000;

/** Milliseconds a long log may take: it has a bound, and this is many times what that needs. */
const DEADLINE = 10_000;

/** Goes through logs so that no request waits for another’s. */
@Injectable()
export class FoldPool implements OnModuleDestroy {
  private readonly pool = new ThreadPool<FoldTask | HandTask, Folded | null | readonly ConstraintEstimate[]>({
    worker: 'practice/fold.worker',
    threads: 1,
    waiting: 200,
  });

  /** Null where a log takes back something before it. */
  async fold(task: FoldTask): Promise<Folded | null> {
    return task.log.length <= AT_ONCE ? fold(task) : ((await this.pool.run(task, DEADLINE)) as Folded | null);
  }

  async hearHand(task: HandTask): Promise<readonly ConstraintEstimate[]> {
    if (task.attempts.length <= AT_ONCE) return hearHand(task);
    return (await this.pool.run(task, DEADLINE)) as readonly ConstraintEstimate[];
  }

  onModuleDestroy(): Promise<void> {
    return this.pool.close();
  }
}
