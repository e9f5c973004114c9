import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import { ProblemError, createProblem } from '@fleet-wren/core';
import { ThreadPool } from '../common/thread-pool.ts';
import type { ReadBody } from './read-body.ts';

/** Milliseconds after which a body is given up and its thread ended. */
const DEADLINE = 5000;

/** A thread that reads large bodies, so that no request waits for another's. */
@Injectable()
export class BodyPool implements OnModuleDestroy {
  private readonly pool = new ThreadPool<Uint8Array, ReadBody>({
    worker: 'bodies/body.worker',
    threads: 1,
    waiting: 50,
  });

  /** Reads a body. Errors: `unavailable` where it could not be read in time. */
  async read(bytes: Uint8Array): Promise<ReadBody> {
    try {
      return await this.pool.run(bytes, DEADLINE);
    } catch {
      throw new ProblemError(createProblem('unavailable'));
    }
  }

  onModuleDestroy(): Promise<void> {
    return this.pool.close();
  }
}
