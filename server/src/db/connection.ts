import knex, { type Knex } from 'knex';
import { MIGRATIONS } from './migrations/index.ts';

/** Token under which the database is injected. */
export const DB = Symbol('db');

/** A connection or a transaction: stores take either. */
export type Db = Knex;

/** Opens a pool of connections to PostgreSQL. */
export const connect = (url: string): Knex =>
  knex({ client: 'pg', connection: url, pool: { min: 0, max: 10 }, acquireConnectionTimeout: 5000 });

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
