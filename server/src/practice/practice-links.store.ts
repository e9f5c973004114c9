import { randomUUID } from 'node:crypto';
import type * as contract from '@fleet-wren/contract';
import { Inject, Injectable } from '@nestjs/common';
import type { Row } from '../db/row.ts';
import { DB_TOKEN, QUICK_DB, type Db } from '../db/connection.ts';
import type { StudioScope } from '../db/studio-db.ts';

/** A link a teacher made; its token is known to nobody but whoever was given it. */
export type PracticeLink = Row<contract.PracticeLink>;

/** Whom a token belongs to. */
export interface PracticeLinkOwner {
  readonly id: string;
  readonly studioId: string;
  readonly studentId: string;
}

const COLUMNS = [
  'id',
  'created_at as createdAt',
  'ends_at as endsAt',
  'revoked_at as revokedAt',
  'opened',
  'opened_at as openedAt',
] as const;

/** Links in the database. */
@Injectable()
export class PracticeLinksStore {
  constructor(
    @Inject(DB_TOKEN) private readonly db: Db,
    @Inject(QUICK_DB) private readonly quick: Db,
  ) {}

  async ofStudent(scope: StudioScope, studentId: string): Promise<readonly PracticeLink[]> {
    return scope
      .rows('practice_links')
      .where({ student_id: studentId })
      .orderBy('created_at', 'desc')
      .select(...COLUMNS);
  }

  async insert(
    scope: StudioScope,
    { studentId, tokenHash, days }: { readonly studentId: string; readonly tokenHash: string; readonly days: number },
  ): Promise<PracticeLink> {
    const ends = scope.raw("now() + ? * interval '1 day'", [days]);
    const row = { id: randomUUID(), student_id: studentId, token_hash: tokenHash, ends_at: ends };
    const [kept] = (await scope.insert('practice_links', [row]).returning([...COLUMNS])) as readonly PracticeLink[];
    return kept as PracticeLink;
  }

  async revoke(scope: StudioScope, id: string): Promise<boolean> {
    return (
      (await scope.rows('practice_links').where({ id }).whereNull('revoked_at').update({ revoked_at: scope.now() })) > 0
    );
  }

  /**
   * Whom a token belongs to, while its link is good: the one place a studio is found by something it does not know
   * itself.
   */
  async ownerOf(tokenHash: string): Promise<PracticeLinkOwner | undefined> {
    return this.quick('practice_links')
      .join('students', (join) =>
        join.on('students.studio_id', 'practice_links.studio_id').andOn('students.id', 'practice_links.student_id'),
      )
      .where({ token_hash: tokenHash })
      .whereNull('revoked_at')
      .whereNull('students.archived_at')
      .where('ends_at', '>', this.quick.fn.now(3))
      .first(
        'practice_links.id as id',
        'practice_links.studio_id as studioId',
        'practice_links.student_id as studentId',
      );
  }

  async countOpened({ id, studioId }: PracticeLinkOwner): Promise<void> {
    await this.db('practice_links')
      .where({ id, studio_id: studioId })
      .update({ opened: this.db.raw('opened + 1'), opened_at: this.db.fn.now(3) });
  }
}
