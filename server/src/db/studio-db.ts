import { Inject, Injectable } from '@nestjs/common';
import type { Knex } from 'knex';
import type { Principal } from '../auth/principal.ts';
import { createNotFoundError } from '../common/ids.ts';
import { OneAtATime } from '../common/one-at-a-time.ts';
import { DB_TOKEN, type Db } from './connection.ts';

/** Tables whose rows belong to a studio. */
export type StudioTable =
  | 'documents'
  | 'document_versions'
  | 'students'
  | 'assignments'
  | 'practice_events'
  | 'practice_links'
  | 'takes'
  | 'take_parts'
  | 'demo_content'
  | 'idempotency_keys';

interface Opened {
  /** The column by which a link's scope names the rows of a table. */
  readonly column: string;
  readonly by: 'documents' | 'student';
  /** Whether the holder of a link may add rows, of its own student alone. */
  readonly adds?: boolean;
}

/** The tables a link opens; others stay shut. */
const LINKED: Readonly<Partial<Record<StudioTable, Opened>>> = {
  documents: { column: 'id', by: 'documents' },
  students: { column: 'id', by: 'student' },
  assignments: { column: 'student_id', by: 'student' },
  practice_events: { column: 'student_id', by: 'student', adds: true },
  takes: { column: 'student_id', by: 'student', adds: true },
  take_parts: { column: 'student_id', by: 'student', adds: true },
};

/** Those of this process who wait for their turn. */
const WAITING = new OneAtATime();

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
    const { documents, student } = this.principal.scope;
    const opened = LINKED[table];
    if (!opened) return own.whereRaw('false');
    const students = student === undefined ? [] : [student];
    const names = opened.by === 'documents' ? documents : students;
    return own.whereIn(`${table}.${opened.column}`, [...names]);
  }

  /** Puts rows into a table of the studio. */
  insert(table: StudioTable, rows: readonly Readonly<Record<string, unknown>>[]): Knex.QueryBuilder {
    return this.db(table).insert(
      rows.map((row) => ({ ...this.addable(table, row), studio_id: this.principal.studioId })),
    );
  }

  /**
   * A row as the principal may add it: the holder of a link adds to its own student’s log and takes, and nothing else.
   */
  private addable(table: StudioTable, row: Readonly<Record<string, unknown>>): Readonly<Record<string, unknown>> {
    if (this.principal.kind !== 'link') return row;
    const { student } = this.principal.scope;
    if (!LINKED[table]?.adds || student === undefined) throw createNotFoundError();
    return { ...row, student_id: student };
  }

  /** What a query within the scope finds, to be asked further. */
  from(query: Knex.QueryBuilder): Knex.QueryBuilder {
    return this.db.from(query.as('found'));
  }

  /** The database's time now, to the millisecond. */
  now(): Knex.Raw {
    return this.db.fn.now(3);
  }

  raw(sql: string, bindings: readonly unknown[] | Readonly<Record<string, unknown>> = []): Knex.Raw {
    return this.db.raw(sql, bindings as Knex.Value[]);
  }

  /**
   * Does something while nobody else of the studio does it: what is counted first and added then stays within its
   * bounds. The lock ends with the transaction, so that one who is cut off holds nobody up.
   */
  alone<T>(what: string, work: (scope: StudioScope) => Promise<T>): Promise<T> {
    const key = `${this.principal.studioId} ${what}`;
    return WAITING.run(key, () =>
      this.transaction(async (inside) => {
        await inside.raw('select pg_advisory_xact_lock(hashtextextended(?, 0))', [key]);
        return work(inside);
      }),
    );
  }

  /** Does several things as one: all of them or none. */
  transaction<T>(work: (scope: StudioScope) => Promise<T>): Promise<T> {
    return this.db.transaction((trx) => work(new StudioScope(trx, this.principal)));
  }
}

/** The only way to a studio's records: on behalf of somebody. */
@Injectable()
export class StudioDb {
  constructor(@Inject(DB_TOKEN) private readonly db: Db) {}

  scopeFor(principal: Principal): StudioScope {
    return new StudioScope(this.db, principal);
  }
}
