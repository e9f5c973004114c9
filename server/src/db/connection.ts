import knex, { type Knex } from 'knex';
import { MIGRATIONS } from './migrations/index.ts';

/** Token under which the database is injected. */
export const DB = Symbol('db');

/** A connection or a transaction: stores take either. */
export type Db = Knex;

/** Milliseconds to wait for a connection and then for an answer: together a frozen database stops nobody for five seconds. */
const PATIENCE = { connect: 2000, answer: 2900 } as const;

const silent = (): void => undefined;

/**
 * Opens a pool of connections to PostgreSQL. Questions are given up by this side, not by the database, so that it works
 * behind a pooler too; migrations and what is loaded at the start have the time they need.
 */
export const connect = (url: string, { patient = false }: { readonly patient?: boolean } = {}): Knex =>
  knex({
    client: 'pg',
    connection: {
      connectionString: url,
      ...(patient ? {} : { connectionTimeoutMillis: PATIENCE.connect, query_timeout: PATIENCE.answer }),
    },
    // Every failure is thrown too, and answered: a line for each question a database leaves unanswered helps nobody.
    log: { warn: silent, error: silent },
    pool: { min: 0, max: 10 },
    acquireConnectionTimeout: patient ? 60_000 : PATIENCE.connect,
  });

/** Migrations are modules, so that they are compiled and listed like everything else. */
const migrationSource: Knex.MigrationSource<string> = {
  getMigrations: () => Promise.resolve(Object.keys(MIGRATIONS).sort()),
  getMigrationName: (name) => name,
  getMigration: (name) => {
    const migration = MIGRATIONS[name];
    return migration ? Promise.resolve(migration) : Promise.reject(new Error(`There is no migration ${name}`));
  },
};

/** Brings the database up to the newest schema; safe when several servers start at once. */
export const migrate = async (db: Knex): Promise<void> => {
  await db.migrate.latest({ migrationSource });
};
