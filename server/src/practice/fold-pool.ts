import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import { ThreadPool } from '../common/thread-pool.ts';
import { fold, type FoldTask, type Folded } from './fold.ts';

/** Characters of a log that are gone through at once: a few milliseconds; longer ones take a thread. */
const AT_ONCE = 100_000;

/** Milliseconds a long log may take: it has a bound, and this is many times what that needs. */
const DEADLINE = 10_000;

/** Goes through logs so that no request waits for another’s. */
@Injectable()
export class FoldPool implements OnModuleDestroy {
  private readonly pool = new ThreadPool<FoldTask, Folded>({
    worker: 'practice/fold.worker',
    threads: 1,
    waiting: 200,
  });

  async fold(task: FoldTask): Promise<Folded> {
    return task.log.length <= AT_ONCE ? fold(task) : this.pool.run(task, DEADLINE);
  }

  onModuleDestroy(): Promise<void> {
    return this.pool.close();
  }
}
