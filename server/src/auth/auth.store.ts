import { Inject, Injectable } from '@nestjs/common';
import { DB, type Db } from '../db/connection.ts';
import type { Teacher } from './principal.ts';

const COLUMNS = [
  'teachers.id',
  'teachers.name',
  'teachers.email',
  'studios.id as studioId',
  'studios.name as studioName',
] as const;

type Row = Omit<Teacher, 'kind'>;

/** Studios, teachers and sessions in the database: the door, which is before any studio. */
@Injectable()
export class AuthStore {
  constructor(@Inject(DB) private readonly db: Db) {}

  /** Makes a studio with its first teacher; the e-mail address must be new (23505 otherwise). */
  async createStudio(
    studio: { id: string; name: string },
    teacher: { id: string; name: string; email: string; passwordHash: string },
  ): Promise<void> {
    await this.db.transaction(async (trx) => {
      await trx('studios').insert(studio);
      const { passwordHash, ...rest } = teacher;
      await trx('teachers').insert({ ...rest, studio_id: studio.id, password_hash: passwordHash });
    });
  }

  async findByEmail(email: string): Promise<(Teacher & { readonly passwordHash: string }) | undefined> {
    const row: (Row & { readonly passwordHash: string }) | undefined = await this.teachers()
      .where({ email })
      .first(...COLUMNS, 'password_hash as passwordHash');
    return row && { kind: 'teacher', ...row };
  }

  async findBySession(tokenHash: string, now: Date): Promise<Teacher | undefined> {
    const row: Row | undefined = await this.teachers()
      .join('sessions', (on) => {
        void on.on('sessions.teacher_id', 'teachers.id').andOn('sessions.studio_id', 'teachers.studio_id');
      })
      .where('sessions.token_hash', tokenHash)
      .andWhere('sessions.expires_at', '>', now)
      .first(...COLUMNS);
    return row && { kind: 'teacher', ...row };
  }

  async startSession(
    tokenHash: string,
    { id, studioId }: Pick<Teacher, 'id' | 'studioId'>,
    expiresAt: Date,
    now: Date,
  ): Promise<void> {
    await this.db('sessions').where('expires_at', '<', now).delete();
    await this.db('sessions').insert({
      token_hash: tokenHash,
      teacher_id: id,
      studio_id: studioId,
      expires_at: expiresAt,
    });
  }

  async endSession(tokenHash: string): Promise<void> {
    await this.db('sessions').where({ token_hash: tokenHash }).delete();
  }

  private teachers() {
    return this.db('teachers').join('studios', 'studios.id', 'teachers.studio_id');
  }
}
