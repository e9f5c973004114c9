import knex, { type Knex } from 'knex';
import { MIGRATIONS } from './migrations/index.ts';
import { ensurePartitions } from './partitions.ts';

/** Token under which the database is injected. */
export const DB_TOKEN = Symbol('db');

/**
 * Token of a few connections to the same database that are kept aside for short questions: who asks, and whether it
 * answers. However much is asked of the others, these are free.
 */
export const QUICK_DB = Symbol('quick db');

/** How many they are. */
export const QUICK_CONNECTIONS = 3;

/** A connection or a transaction: stores take either. */
export type Db = Knex;

/**
 * Milliseconds to wait for a connection and then for an answer: together a frozen database stops nobody for five
 * seconds.
 */
const PATIENCE = { connect: 2000, answer: 2900 } as const;

const silent = (): void => undefined;

/**
 * Opens a pool of connections to PostgreSQL. Questions are given up by this side, not by the database, so that it works
 * behind a pooler too; migrations and what is loaded at the start have the time they need.
 */
export const connectDatabase = (
  url: string,
  { patient = false, most = 10 }: { readonly patient?: boolean; readonly most?: number } = {},
): Knex =>
  knex({
    client: 'pg',
    connection: {
      connectionString: url,
      ...(patient ? {} : { connectionTimeoutMillis: PATIENCE.connect, query_timeout: PATIENCE.answer }),
    },
    // Every failure is thrown too, and answered: a line for each question a database leaves unanswered helps nobody.
    log: { warn: silent, error: silent },
    pool: { min: 0, max: most },
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

/** How long a transaction may do nothing before the database ends it: far longer than any step of one takes. */
const IDLE_IN_TRANSACTION = '30s';

/** Set for the role in this database, not for a connection, so that it holds behind a pooler too. */
const endIdleTransactions = async (db: Knex): Promise<void> => {
  await db.raw(`do $$ begin
    execute format('alter role %I in database %I set idle_in_transaction_session_timeout = %L',
      current_user, current_database(), '${IDLE_IN_TRANSACTION}');
  exception when insufficient_privilege then null; end $$`);
};

/** The number under which servers that start wait for each other. */
const MIGRATING = 7_104_221;

/**
 * Brings the database up to the newest schema; servers that start at once do it one after another. They wait by a lock
 * that ends with its transaction, so that one that is killed leaves none; the mark it may have left in the table is
 * taken away.
 */
export const migrateDatabase = async (db: Knex): Promise<void> =>
  db.transaction(async (waiting) => {
    // It does nothing for as long as the migrations take.
    await waiting.raw('set local idle_in_transaction_session_timeout = 0');
    await waiting.raw('select pg_advisory_xact_lock(?)', [MIGRATING]);
    await db.migrate.forceFreeMigrationsLock({ migrationSource });
    await db.migrate.latest({ migrationSource });
    await ensurePartitions(db, new Date());
    await endIdleTransactions(db);
  });
