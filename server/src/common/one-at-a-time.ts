import { E_TIMEOUT, Mutex, withTimeout, type MutexInterface } from 'async-mutex';
import { ProblemError, createProblem } from '@fleet-wren/core';

/** Milliseconds to wait for those before. */
const PATIENCE = 10_000;

interface Lane {
  readonly mutex: MutexInterface;
  users: number;
}

/**
 * Work of this process that is done one after another by key. Whoever waits for a lock of the database holds a
 * connection while waiting; here one of a key asks for it, and the others wait without. Errors: `unavailable` after ten
 * seconds.
 */
export class OneAtATime {
  private readonly lanes = new Map<string, Lane>();

  async run<T>(key: string, work: () => Promise<T>): Promise<T> {
    const lane = this.lanes.get(key) ?? { mutex: withTimeout(new Mutex(), PATIENCE), users: 0 };
    this.lanes.set(key, lane);
    lane.users += 1;
    try {
      return await lane.mutex.runExclusive(work);
    } catch (error) {
      throw error === E_TIMEOUT ? new ProblemError(createProblem('unavailable')) : error;
    } finally {
      lane.users -= 1;
      if (lane.users === 0) this.lanes.delete(key);
    }
  }
}
