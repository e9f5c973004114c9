import { Inject, Injectable } from '@nestjs/common';
import { ProblemError, createProblem } from '@fleet-wren/core';
import { DB_TOKEN, type Db } from '../db/connection.ts';
import { HouseSecret } from './doors.ts';

/**
 * Tries that are free, seconds to wait after them, which double with each further try up to the longest, and until all
 * is forgotten.
 */
const DELAY = { free: 10, first: 5, longest: 300, forget: 3600 } as const;

// The clock as each try gets its turn: now() is when its transaction began, which of tries at once may be before the
// last one's.
const COUNT = `
  insert into failed_tries (key, failures, next_at, forget_at)
    values (:key, 1, clock_timestamp(), clock_timestamp() + :forget * interval '1 second')
  on conflict (key) do update set
    failures = case when failed_tries.forget_at < clock_timestamp() then 1 else failed_tries.failures + 1 end,
    next_at = clock_timestamp() + interval '1 second' * case
      when failed_tries.forget_at < clock_timestamp() or failed_tries.failures + 1 < :free then 0
      else least(:longest, :first * power(2, least(30, failed_tries.failures + 1 - :free))) end,
    forget_at = clock_timestamp() + :forget * interval '1 second'
  where failed_tries.next_at <= clock_timestamp() or failed_tries.forget_at < clock_timestamp()
  returning key`;

/**
 * Failed tries by who makes them. A few are free, then each has to wait longer than the one before, but nobody is shut
 * out: tries that come too early are refused and count for nothing. A try is counted before it is looked at, so that
 * many at once are no way round.
 */
@Injectable()
export class FailedTries {
  constructor(
    @Inject(DB_TOKEN) private readonly db: Db,
    private readonly secret: HouseSecret,
  ) {}

  /** Counts a try. Errors: `too-many-tries`, with the seconds to wait. */
  async count(...who: readonly string[]): Promise<void> {
    const key = await this.secret.sign(...who);
    const { rows } = await this.db.raw<{ readonly rows: readonly unknown[] }>(COUNT, { key, ...DELAY });
    if (rows.length === 0)
      throw new ProblemError(createProblem('too-many-tries', { seconds: Math.max(1, await this.secondsLeft(key)) }));
  }

  /** Forgets the tries of somebody who turned out to be who they said, and all that are old. */
  async forget(...who: readonly string[]): Promise<void> {
    const key = await this.secret.sign(...who);
    await this.db('failed_tries').where({ key }).orWhere('forget_at', '<', this.db.fn.now(3)).delete();
  }

  private async secondsLeft(key: string): Promise<number> {
    const seconds = this.db.raw('ceil(extract(epoch from next_at - now()))::int as seconds');
    const row = (await this.db('failed_tries').where({ key }).first(seconds)) as
      { readonly seconds: number } | undefined;
    return row?.seconds ?? 1;
  }
}
