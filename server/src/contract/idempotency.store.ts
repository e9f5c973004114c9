import { Injectable } from '@nestjs/common';
import type { StudioScope } from '../db/studio-db.ts';

/** A request as it is known by its key: what it asked, and what it was answered once that is known. */
export interface KeyedRequest {
  readonly fingerprint: string;
  /** As JSON text; empty for an answer without content, null while the request is being worked on. */
  readonly answer: string | null;
}

/** Hours an answer is kept, and seconds after which a request that was never answered may be tried anew. */
const KEPT = { hours: 24, unanswered: 60 } as const;

/** Requests by their keys, each within a studio. */
@Injectable()
export class IdempotencyStore {
  /** Puts a key down as being worked on; false where it is known already. */
  async claim(scope: StudioScope, key: string, fingerprint: string): Promise<boolean> {
    await scope
      .rows('idempotency_keys')
      .whereRaw(
        `created_at < now() - interval '${KEPT.hours} hours'
          or (key = ? and answer is null and created_at < now() - interval '${KEPT.unanswered} seconds')`,
        [key],
      )
      .delete();
    const added = (await scope
      .insert('idempotency_keys', [{ key, fingerprint }])
      .onConflict(['studio_id', 'key'])
      .ignore()
      .returning('key')) as readonly unknown[];
    return added.length > 0;
  }

  async find(scope: StudioScope, key: string): Promise<KeyedRequest | undefined> {
    return (await scope.rows('idempotency_keys').where({ key }).first('fingerprint', 'answer')) as
      KeyedRequest | undefined;
  }

  async keepAnswer(scope: StudioScope, key: string, answer: string): Promise<void> {
    await scope.rows('idempotency_keys').where({ key }).update({ answer });
  }

  async forget(scope: StudioScope, key: string): Promise<void> {
    await scope.rows('idempotency_keys').where({ key }).delete();
  }
}
