import { randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import type { Knex } from 'knex';
import type { Pattern } from '@fleet-wren/core';
import { DB, type Db } from '../db/connection.ts';
import type { KeptPattern } from './patterns.store.ts';

/** A line of the list of a pattern's versions. */
export interface VersionLine {
  readonly id: string;
  readonly label: string | null;
  readonly keptAt: Date;
}

/** An earlier state of a pattern. */
export interface KeptVersion extends VersionLine {
  readonly pattern: Pattern;
}

const LINE = ['id', 'label', 'kept_at as keptAt'] as const;

/** States are kept by themselves when the last one is older than this: about one a sitting. */
const APART = '15 minutes';

/** How many states are kept by themselves of a pattern; those with a name are kept for good. */
const MOST = 50;

/** Earlier states of patterns; every query is scoped to a studio. */
@Injectable()
export class VersionsStore {
  constructor(@Inject(DB) private readonly db: Db) {}

  async list(studioId: string, patternId: string): Promise<readonly VersionLine[]> {
    return this.of(studioId, patternId)
      .orderBy('kept_at', 'desc')
      .select(...LINE);
  }

  async find(studioId: string, patternId: string, id: string): Promise<KeptVersion | undefined> {
    return this.of(studioId, patternId)
      .where({ id })
      .first(...LINE, 'document as pattern');
  }

  async keep(studioId: string, { id, version, pattern }: KeptPattern, label: string | null): Promise<void> {
    await this.db('pattern_versions').insert({
      id: randomUUID(),
      pattern_id: id,
      studio_id: studioId,
      version,
      label,
      document: JSON.stringify(pattern),
    });
  }

  /** Keeps the state before a change, unless one was kept a short while ago. */
  async keepFromTimeToTime(studioId: string, before: KeptPattern): Promise<void> {
    const recent = await this.of(studioId, before.id)
      .whereNull('label')
      .whereRaw(`kept_at > now() - interval '${APART}'`)
      .first('id');
    if (recent) return;
    await this.keep(studioId, before, null);
    const old = this.of(studioId, before.id).whereNull('label').orderBy('kept_at', 'desc').offset(MOST).select('id');
    await this.db('pattern_versions').whereIn('id', old).delete();
  }

  private of(studioId: string, patternId: string): Knex.QueryBuilder {
    return this.db('pattern_versions').where({ studio_id: studioId, pattern_id: patternId });
  }
}
