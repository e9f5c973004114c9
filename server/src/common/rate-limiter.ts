import { Inject, Injectable } from '@nestjs/common';
import { ProblemError, createProblem } from '@fleet-wren/core';
import { HouseSecret } from '../auth/doors.ts';
import { DB_TOKEN, type Db } from '../db/connection.ts';
import {
  RateLimiterMemory,
  RateLimiterPostgres,
  type RateLimiterAbstract,
  type RateLimiterRes,
} from 'rate-limiter-flexible';

/** How often something may be done: so many times in so many seconds. */
export interface RateLimitRule {
  readonly name: string;
  readonly limit: number;
  readonly windowSeconds: number;
}

const isRefusal = (error: unknown): error is RateLimiterRes =>
  typeof (error as RateLimiterRes | null)?.msBeforeNext === 'number' && !(error instanceof Error);

const refuse = (error: unknown): never => {
  if (isRefusal(error))
    throw new ProblemError(createProblem('too-many-tries', { seconds: Math.ceil(error.msBeforeNext / 1000) }));
  throw error;
};

interface Statement {
  readonly text: string;
  readonly values?: readonly unknown[];
}

interface Connection {
  readonly query: (statement: Statement) => Promise<unknown>;
}

/** The database as counters ask it: without names for their statements, which a pooler would lend to somebody else. */
const unnamed = (db: Db) => {
  const client = db.client as {
    readonly acquireConnection: () => Promise<Connection>;
    readonly releaseConnection: (connection: Connection) => Promise<void>;
  };
  return {
    query: async ({ text, values }: Statement): Promise<unknown> => {
      const connection = await client.acquireConnection();
      return connection.query({ text, values }).finally(() => client.releaseConnection(connection));
    },
  };
};

/** Counts tries by key, in the database so that several servers count together. */
export class RateLimiter {
  private readonly limiter: RateLimiterAbstract;

  constructor(
    db: Db,
    { name, limit, windowSeconds }: RateLimitRule,
    private readonly keyed: (key: string) => Promise<string>,
  ) {
    this.limiter = new RateLimiterPostgres({
      storeClient: unnamed(db),
      storeType: 'pool',
      tableName: 'rate_limits',
      tableCreated: true,
      keyPrefix: name,
      points: limit,
      duration: windowSeconds,
    });
  }

  /** Counts one try; too many are refused. */
  async consume(key: string): Promise<void> {
    await this.limiter.consume(await this.keyed(key)).catch(refuse);
  }
}

/** Makes counters over the studio's database. */
@Injectable()
export class RateLimiterFactory {
  constructor(
    @Inject(DB_TOKEN) private readonly db: Db,
    private readonly secret: HouseSecret,
  ) {}

  /** A counter whose keys are kept as keyed hashes: what is counted is nobody's to read. */
  create(rate: RateLimitRule): RateLimiter {
    return new RateLimiter(this.db, rate, (key) => this.secret.sign(rate.name, key));
  }
}

/** Counts requests of one server in memory: a plain brake on floods. */
export const createInMemoryRateLimiter = ({
  limit,
  windowSeconds,
}: Omit<RateLimitRule, 'name'>): ((key: string) => Promise<void>) => {
  const limiter = new RateLimiterMemory({ points: limit, duration: windowSeconds });
  return async (key) => {
    await limiter.consume(key).catch(refuse);
  };
};
