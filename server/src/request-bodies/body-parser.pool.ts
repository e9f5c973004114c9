import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import { ProblemError, createProblem } from '@fleet-wren/core';
import { WorkerPool } from '../common/worker-pool.ts';
import type { ParsedBody } from './parse-body.ts';

/** Milliseconds after which a body is given up and its thread ended. */
const DEADLINE = 5000;

/** A thread that reads large bodies, so that no request waits for another's. */
@Injectable()
export class BodyParserPool implements OnModuleDestroy {
  private readonly pool = new WorkerPool<Uint8Array, ParsedBody>({
    worker: 'request-bodies/body-parser.worker',
    threads: 1,
    waiting: 50,
  });

  /** Reads a body. Errors: `unavailable` where it could not be read in time. */
  async read(bytes: Uint8Array): Promise<ParsedBody> {
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
