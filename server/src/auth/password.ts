import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import { ProblemError, createProblem } from '@fleet-wren/core';
import { WorkerPool } from '../common/worker-pool.ts';
import type { PasswordTask, PasswordWeakness } from './password-strength.worker.ts';

/** How long a password is: nothing is cut off below this, and nothing shorter is taken. */
export const PASSWORD_LENGTH = { least: 12, most: 256 } as const;

/** Whose password it is. */
export interface PasswordOwner {
  readonly email: string;
  readonly studio: string;
  readonly name: string;
}

/** Words somebody who knows the teacher would try first, whole and together. */
const personalWords = ({ email, studio, name }: PasswordOwner): readonly string[] => {
  const words = [email, email.split('@')[0] ?? '', studio, name].map((word) => word.toLowerCase());
  return [
    ...words,
    ...words.map((word) => word.replace(/\s+/g, '')),
    ...words.flatMap((word) => word.split(/[\s.@_-]+/)),
  ];
};

/** Milliseconds an estimate may take: many times what it needs. */
const DEADLINE = 10_000;

/** Judges new passwords, off the requests' thread: an estimate may take a fifth of a second. */
@Injectable()
export class PasswordStrength implements OnModuleDestroy {
  private readonly pool = new WorkerPool<PasswordTask, PasswordWeakness | null>({
    worker: 'auth/password-strength.worker',
    threads: 1,
    waiting: 40,
  });

  onModuleDestroy(): Promise<void> {
    return this.pool.close();
  }

  /** Refuses a password that would be guessed soon. Errors: `password-weak`. */
  async assertStrong(password: string, about: PasswordOwner): Promise<void> {
    const why = await this.pool.run({ password, personal: personalWords(about) }, DEADLINE);
    if (why) throw new ProblemError(createProblem('password-weak', { problem: why }));
  }
}
