import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import type { Db } from '../db/connection.ts';

/** A document of a studio as it is kept. */
export interface KeptDocument<T> {
  readonly id: string;
  readonly version: number;
  readonly name: string;
  readonly studentId?: string | null;
  readonly document: T;
}

const COLUMNS = ['id', 'version', 'name', 'document'] as const;

/** Documents of one kind in the database; every query is scoped to a studio, every write conditional on the version read. */
export class DocumentsStore<T> {
  constructor(
    protected readonly db: Db,
    private readonly table: 'hands' | 'schools',
    private readonly more: readonly string[] = [],
  ) {}

  async list(studioId: string): Promise<readonly KeptDocument<T>[]> {
    return this.of(studioId)
      .orderBy('name')
      .select(...this.columns());
  }

  async find(studioId: string, id: string): Promise<KeptDocument<T> | undefined> {
    return this.of(studioId)
      .where({ id })
      .first(...this.columns());
  }

  async insert(
    studioId: string,
    name: string,
    document: T,
    more: Readonly<Record<string, unknown>> = {},
  ): Promise<KeptDocument<T>> {
    const rows = await this.db(this.table)
      .insert({ id: randomUUID(), studio_id: studioId, version: 1, name, document: JSON.stringify(document), ...more })
      .returning(this.columns());
    return rows[0] as KeptDocument<T>;
  }

  /** Writes only on the version read; undefined when the document is gone or has moved on. */
  async update(
    studioId: string,
    id: string,
    version: number,
    name: string,
    document: T,
  ): Promise<KeptDocument<T> | undefined> {
    const rows = await this.of(studioId)
      .where({ id, version })
      .update({ name, document: JSON.stringify(document), version: version + 1 })
      .returning(this.columns());
    return rows[0] as KeptDocument<T> | undefined;
  }

  async delete(studioId: string, id: string): Promise<boolean> {
    return (await this.of(studioId).where({ id }).delete()) > 0;
  }

  private of(studioId: string): Knex.QueryBuilder {
    return this.db(this.table).where({ studio_id: studioId });
  }

  private columns(): string[] {
    return [...COLUMNS, ...this.more];
  }
}
