import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import { WrenError, problem } from '@fleet-wren/core';
import { Piscina } from 'piscina';
import { workerFile } from '../common/worker-file.ts';
import type { ReadBody } from './read-body.ts';

/** Milliseconds after which a body is given up and its thread ended. */
const DEADLINE = 5000;

/** Bodies that may wait for the thread; beyond them nothing is taken on. */
const WAITING = 50;

/** Memory the thread may take, in megabytes. */
const MEMORY = 300;

/** A thread that reads large bodies, so that no request waits for another's. */
@Injectable()
export class BodyPool implements OnModuleDestroy {
  private pool: Piscina<Uint8Array, ReadBody> | undefined;

  /** Reads a body. Errors: `unavailable` where it could not be read in time. */
  async read(bytes: Uint8Array): Promise<ReadBody> {
    try {
      return await this.open().run(bytes, { signal: AbortSignal.timeout(DEADLINE) });
    } catch {
      throw new WrenError(problem('unavailable'));
    }
  }

  async onModuleDestroy(): Promise<void> {
    await this.pool?.destroy();
  }

  private open(): Piscina<Uint8Array, ReadBody> {
    this.pool ??= new Piscina<Uint8Array, ReadBody>({
      filename: workerFile('bodies/body.worker'),
      minThreads: 1,
      maxThreads: 1,
      maxQueue: WAITING,
      resourceLimits: { maxOldGenerationSizeMb: MEMORY },
    });
    return this.pool;
  }
}
