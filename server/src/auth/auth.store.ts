import { Inject, Injectable } from '@nestjs/common';
import { DB, type Db } from '../db/connection.ts';

/** A teacher as the rest of the server knows one: always of one studio. */
export interface Teacher {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly studioId: string;
  readonly studioName: string;
}

const COLUMNS = [
  'teachers.id',
  'teachers.name',
  'teachers.email',
  'studios.id as studioId',
  'studios.name as studioName',
] as const;

/** Studios, teachers and sessions in the database. */
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
    return this.teachers()
      .where({ email })
      .first(...COLUMNS, 'password_hash as passwordHash');
  }

  async findBySession(tokenHash: string, now: Date): Promise<Teacher | undefined> {
    return this.teachers()
      .join('sessions', 'sessions.teacher_id', 'teachers.id')
      .where('sessions.token_hash', tokenHash)
      .andWhere('sessions.expires_at', '>', now)
      .first(...COLUMNS);
  }

  async startSession(tokenHash: string, teacherId: string, expiresAt: Date, now: Date): Promise<void> {
    await this.db('sessions').where('expires_at', '<', now).delete();
    await this.db('sessions').insert({ token_hash: tokenHash, teacher_id: teacherId, expires_at: expiresAt });
  }

  async endSession(tokenHash: string): Promise<void> {
    await this.db('sessions').where({ token_hash: tokenHash }).delete();
  }

  private teachers() {
    return this.db('teachers').join('studios', 'studios.id', 'teachers.studio_id');
  }
}
