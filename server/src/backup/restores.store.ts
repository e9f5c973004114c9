import type * as contract from '@fleet-wren/contract';
import { Inject, Injectable } from '@nestjs/common';
import type { Problem } from '@fleet-wren/core';
import { DB_TOKEN, type Db } from '../db/connection.ts';
import type { Restored } from './restore-backup.ts';

/** How the backup that a studio restores, or restored last, stands. */
export type RestoreState = contract.RestoreState;

/**
 * Seconds without a word after which a restore is taken for broken off: its server was killed, and nothing of it was
 * kept.
 */
const SILENT = 60;

interface Row {
  readonly state: 'receiving' | 'restoring' | 'done' | 'failed';
  readonly share: number;
  readonly result: unknown;
  readonly silent: boolean;
}

const stateOf = ({ state, share, result, silent }: Row): RestoreState => {
  if (state === 'done') return { state, counts: result as Restored };
  if (state === 'failed') return { state, problems: result as readonly Problem[] };
  if (silent) return { state: 'failed', problems: [{ code: 'restore-broken-off', details: {} }] };
  return state === 'receiving' ? { state } : { state, share };
};

/** Restores in the database, one of each studio: every server of the house knows how they stand. */
@Injectable()
export class RestoresStore {
  constructor(@Inject(DB_TOKEN) private readonly db: Db) {}

  async of(studioId: string): Promise<RestoreState> {
    const silent = this.db.raw(`seen_at < now() - interval '${SILENT} seconds' as silent`);
    const row = (await this.db('restores').where({ studio_id: studioId }).first('state', 'share', 'result', silent)) as
      Row | undefined;
    return row ? stateOf(row) : { state: 'none' };
  }

  /** Begins a restore unless one is under way; says whether it was begun. */
  async begin(studioId: string): Promise<boolean> {
    const begun = (await this.db('restores')
      .insert({ studio_id: studioId, state: 'receiving' })
      .onConflict('studio_id')
      .merge({ state: 'receiving', share: 0, result: null, seen_at: this.db.fn.now(3) })
      .whereRaw(`restores.state in ('done', 'failed') or restores.seen_at < now() - interval '${SILENT} seconds'`)
      .returning('studio_id')) as readonly unknown[];
    return begun.length > 0;
  }

  /** Says that a backup is still being received, or how much of it is restored. */
  async tell(studioId: string, share?: number): Promise<void> {
    const state = share === undefined ? {} : { state: 'restoring', share };
    await this.db('restores')
      .where({ studio_id: studioId })
      .update({ ...state, seen_at: this.db.fn.now(3) });
  }

  async done(studioId: string, counts: Restored): Promise<void> {
    await this.end(studioId, 'done', counts);
  }

  async failed(studioId: string, problems: readonly Problem[]): Promise<void> {
    await this.end(studioId, 'failed', problems);
  }

  private async end(studioId: string, state: 'done' | 'failed', result: unknown): Promise<void> {
    await this.db('restores')
      .where({ studio_id: studioId })
      .update({ state, result: JSON.stringify(result), seen_at: this.db.fn.now(3) });
  }
}
