import { randomUUID } from 'node:crypto';
import type * as contract from '@fleet-wren/contract';
import { Inject, Injectable } from '@nestjs/common';
import type { Row } from '../db/row.ts';
import type { TeacherRole, Teacher } from '../auth/principal.ts';
import { OneAtATime } from '../common/one-at-a-time.ts';
import { DB_TOKEN, type Db } from '../db/connection.ts';

/** A teacher as the studio's other teachers see one. */
export type TeacherListItem = Omit<contract.TeacherListItem, 'here'>;

/** An invitation; its token is told once, when it is made. */
export type Invitation = Row<contract.Invitation>;

const INVITE = ['id', 'created_at as createdAt', 'ends_at as endsAt'] as const;

type Studio = Pick<Teacher, 'studioId'>;

/** Whoever comes by an invitation. */
export interface NewTeacherRow {
  readonly name: string;
  readonly email: string;
  readonly passwordHash: string;
}

/** Those of this process who wait for their turn. */
const WAITING = new OneAtATime();

/** The teachers of a studio and the invitations to it: each query within the studio of who asks. */
@Injectable()
export class TeachersStore {
  constructor(@Inject(DB_TOKEN) private readonly db: Db) {}

  async all({ studioId }: Studio): Promise<readonly TeacherListItem[]> {
    return this.db('teachers')
      .where({ studio_id: studioId })
      .orderBy(['name', 'id'])
      .select('id', 'name', 'email', 'role');
  }

  /** Changes who teaches while nobody else of the studio does. */
  async withStudioLock<T>({ studioId }: Studio, work: (store: TeachersStore) => Promise<T>): Promise<T> {
    return WAITING.run(studioId, () =>
      this.db.transaction(async (trx) => {
        await trx('studios').where({ id: studioId }).forUpdate().first('id');
        return work(new TeachersStore(trx));
      }),
    );
  }

  async remove({ studioId }: Studio, id: string): Promise<void> {
    await this.db('teachers').where({ studio_id: studioId, id }).delete();
  }

  async setRole({ studioId }: Studio, id: string, role: TeacherRole): Promise<void> {
    await this.db('teachers').where({ studio_id: studioId, id }).update({ role });
  }

  async invites({ studioId }: Studio): Promise<readonly Invitation[]> {
    return this.db('teacher_invites')
      .where({ studio_id: studioId })
      .where('ends_at', '>', this.db.fn.now(3))
      .orderBy('created_at', 'desc')
      .select(...INVITE);
  }

  async invite(
    { studioId, id: by }: Pick<Teacher, 'studioId' | 'id'>,
    tokenHash: string,
    days: number,
  ): Promise<Invitation> {
    await this.db('teacher_invites').where('ends_at', '<', this.db.fn.now(3)).delete();
    const ends = this.db.raw("now() + ? * interval '1 day'", [days]);
    const row = { studio_id: studioId, id: randomUUID(), token_hash: tokenHash, ends_at: ends, created_by: by };
    const [kept] = (await this.db('teacher_invites')
      .insert(row)
      .returning([...INVITE])) as readonly Invitation[];
    return kept as Invitation;
  }

  async revoke({ studioId }: Studio, id: string): Promise<boolean> {
    return (await this.db('teacher_invites').where({ studio_id: studioId, id }).delete()) > 0;
  }

  /** Takes back what somebody invited to while an owner; invitations of before it was kept who made them go too. */
  async revokeOf({ studioId }: Studio, by: string): Promise<void> {
    await this.db('teacher_invites')
      .where({ studio_id: studioId })
      .where((own) => own.where({ created_by: by }).orWhereNull('created_by'))
      .delete();
  }

  /** Which studio an invitation is to, while it is good. */
  async invitedTo(tokenHash: string): Promise<{ readonly studioId: string; readonly studio: string } | undefined> {
    return this.db('teacher_invites')
      .join('studios', 'studios.id', 'teacher_invites.studio_id')
      .where({ token_hash: tokenHash })
      .where('ends_at', '>', this.db.fn.now(3))
      .first('studios.id as studioId', 'studios.name as studio');
  }

  /** Uses an invitation up for a new teacher; says whether it was still good. */
  async acceptInvitation(tokenHash: string, { passwordHash, ...teacher }: NewTeacherRow): Promise<boolean> {
    return this.db.transaction(async (trx) => {
      const [used] = (await trx('teacher_invites')
        .where({ token_hash: tokenHash })
        .where('ends_at', '>', trx.fn.now(3))
        .delete()
        .returning('studio_id as studioId')) as readonly Studio[];
      if (!used) return false;
      const row = { ...teacher, id: randomUUID(), studio_id: used.studioId, password_hash: passwordHash };
      await trx('teachers').insert({ ...row, role: 'teacher' });
      return true;
    });
  }
}
