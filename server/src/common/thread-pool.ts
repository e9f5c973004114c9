import { Piscina } from 'piscina';

/** Memory a thread may take, in megabytes. */
const MEMORY = 300;

/** What a pool of threads is for. */
interface PoolOptions {
  /** The worker's file among the built ones, without its ending. */
  readonly worker: string;
  readonly threads: number;
  /** Tasks that may wait for a thread; beyond them nothing is taken on. */
  readonly waiting: number;
}

/** The compiled file of a worker; where the sources run as they are, as in tests, it is the one that was built. */
const workerFile = (path: string): string => {
  const fromSource = import.meta.url.endsWith('.ts');
  return new URL(`${fromSource ? '../../dist' : '..'}/${path}.js`, import.meta.url).href;
};

/** Threads that do one kind of work off the requests' thread; the first is started with the first task. */
export class ThreadPool<Task, Answer> {
  private pool: Piscina<Task, Answer> | undefined;

  constructor(private readonly options: PoolOptions) {}

  /** Does a task; rejects where it fails, is not taken on, or is not done in time: then its thread is ended. */
  run(task: Task, deadline: number): Promise<Answer> {
    return this.open().run(task, { signal: AbortSignal.timeout(deadline) });
  }

  async close(): Promise<void> {
    await this.pool?.destroy();
  }

  private open(): Piscina<Task, Answer> {
    const { worker, threads, waiting } = this.options;
    this.pool ??= new Piscina<Task, Answer>({
      filename: workerFile(worker),
      minThreads: 1,
      maxThreads: threads,
      maxQueue: waiting,
      idleTimeout: 60_000,
      resourceLimits: { maxOldGenerationSizeMb: MEMORY },
    });
    return this.pool;
  }
}
