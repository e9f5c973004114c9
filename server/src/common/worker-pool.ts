import { MessageChannel, type MessagePort } from 'node:worker_threads';
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

/** A task as it crosses over: with a port by which its thread says that it has begun. */
export interface Sent<Task> {
  readonly task: Task;
  readonly begun: MessagePort;
}

/** Milliseconds a task may wait for a thread, its first one to be started included. */
const LONGEST_WAIT = 30_000;

/**
 * What a worker's file exports: its work, which says when it begins, so that waiting for a thread costs a task none of
 * its time.
 */
export const threadOf =
  <Task, Answer>(work: (task: Task) => Answer) =>
  ({ task, begun }: Sent<Task>): Answer => {
    begun.postMessage('begun');
    return work(task);
  };

/** Threads that do one kind of work off the requests' thread; the first is started with the first task. */
export class WorkerPool<Task, Answer> {
  private pool: Piscina<Sent<Task>, Answer> | undefined;

  constructor(private readonly options: PoolOptions) {}

  /**
   * Does a task; rejects where it fails, is not taken on, or is not done so long after it began: then its thread is
   * ended.
   */
  async run(task: Task, deadline: number): Promise<Answer> {
    const { port1, port2 } = new MessageChannel();
    const over = new AbortController();
    const end = (): void => over.abort();
    let timer = setTimeout(end, LONGEST_WAIT);
    port1.once('message', () => {
      clearTimeout(timer);
      timer = setTimeout(end, deadline);
    });
    try {
      return await this.open().run({ task, begun: port2 }, { signal: over.signal, transferList: [port2] });
    } finally {
      clearTimeout(timer);
      port1.close();
    }
  }

  async close(): Promise<void> {
    await this.pool?.destroy();
  }

  private open(): Piscina<Sent<Task>, Answer> {
    const { worker, threads, waiting } = this.options;
    this.pool ??= new Piscina<Sent<Task>, Answer>({
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
