import { Inject, Injectable } from '@nestjs/common';
import type { Knex } from 'knex';
import type { Principal } from '../auth/principal.ts';
import { notFound } from '../common/ids.ts';
import { DB, type Db } from './connection.ts';

/** Tables whose rows belong to a studio. */
export type StudioTable = 'documents' | 'document_versions' | 'students';

/** The column by which a link's scope names the rows of a table it opens; those of other tables stay shut. */
const LINKED: Readonly<Partial<Record<StudioTable, string>>> = { documents: 'id' };

/** The database as one principal sees it: every query is narrowed to the studio, and a link's to what it is for. */
export class StudioScope {
  constructor(
    private readonly db: Db,
    readonly principal: Principal,
  ) {}

  /** Rows of a table that the principal may see. */
  rows(table: StudioTable): Knex.QueryBuilder {
    const own = this.db(table).where({ [`${table}.studio_id`]: this.principal.studioId });
    if (this.principal.kind !== 'link') return own;
    const column = LINKED[table];
    return column ? own.whereIn(`${table}.${column}`, [...this.principal.scope.documents]) : own.whereRaw('false');
  }

  /** Puts rows into a table of the studio. */
  insert(table: StudioTable, rows: readonly Readonly<Record<string, unknown>>[]): Knex.QueryBuilder {
    if (this.principal.kind === 'link') throw notFound();
    return this.db(table).insert(rows.map((row) => ({ ...row, studio_id: this.principal.studioId })));
  }

  /** The database's time now, to the millisecond. */
  now(): Knex.Raw {
    return this.db.fn.now(3);
  }

  raw(sql: string, bindings: readonly Knex.Value[] = []): Knex.Raw {
    return this.db.raw(sql, bindings as Knex.Value[]);
  }

  /** Does several things as one: all of them or none. */
  transaction<T>(work: (scope: StudioScope) => Promise<T>): Promise<T> {
    return this.db.transaction((trx) => work(new StudioScope(trx, this.principal)));
  }
}

/** The only way to a studio's records: on behalf of somebody. */
@Injectable()
export class StudioDb {
  constructor(@Inject(DB) private readonly db: Db) {}

  for(principal: Principal): StudioScope {
    return new StudioScope(this.db, principal);
  }
}
