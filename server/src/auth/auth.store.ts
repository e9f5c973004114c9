import { Inject, Injectable } from '@nestjs/common';
import { DB_TOKEN, QUICK_DB, type Db } from '../db/connection.ts';
import type { Teacher } from './principal.ts';

const COLUMNS = [
  'teachers.id',
  'teachers.name',
  'teachers.email',
  'studios.id as studioId',
  'studios.name as studioName',
  'teachers.role',
] as const;

type Row = Omit<Teacher, 'kind'>;

/** A session as it is kept. */
export interface StoredAuthSession {
  readonly id: string;
  readonly tokenHash: string;
  readonly device: string;
  readonly createdAt: Date;
  readonly seenAt: Date;
}

/** Milliseconds after which it is noted again that a session is used. */
const NOTED_EVERY = 5 * 60_000;

/** Studios, teachers and sessions in the database: the door, which is before any studio. */
@Injectable()
export class AuthStore {
  constructor(
    @Inject(DB_TOKEN) private readonly db: Db,
    @Inject(QUICK_DB) private readonly quick: Db = db,
  ) {}

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

  /** Who a session belongs to, unless it is over or was not used since a time; that it is used now is noted. */
  async findBySession(tokenHash: string, now: Date, unusedSince: Date): Promise<Teacher | undefined> {
    const row: (Row & { readonly seenAt: Date }) | undefined = await this.teachers(this.quick)
      .join('sessions', (on) => {
        void on.on('sessions.teacher_id', 'teachers.id').andOn('sessions.studio_id', 'teachers.studio_id');
      })
      .where('sessions.token_hash', tokenHash)
      .andWhere('sessions.expires_at', '>', now)
      .andWhere('sessions.seen_at', '>', unusedSince)
      .first(...COLUMNS, 'sessions.seen_at as seenAt');
    if (!row) return undefined;
    const { seenAt, ...teacher } = row;
    if (now.getTime() - seenAt.getTime() > NOTED_EVERY)
      await this.db('sessions').where({ token_hash: tokenHash }).update({ seen_at: now });
    return { kind: 'teacher', ...teacher };
  }

  async startSession(
    tokenHash: string,
    { id, studioId }: Pick<Teacher, 'id' | 'studioId'>,
    { expiresAt, now, device }: { readonly expiresAt: Date; readonly now: Date; readonly device: string },
  ): Promise<void> {
    await this.db('sessions').where('expires_at', '<', now).delete();
    await this.db('sessions').insert({
      token_hash: tokenHash,
      teacher_id: id,
      studio_id: studioId,
      expires_at: expiresAt,
      device,
    });
  }

  async sessionsOf({ id, studioId }: Teacher): Promise<readonly StoredAuthSession[]> {
    return this.db('sessions')
      .where({ teacher_id: id, studio_id: studioId })
      .orderBy('seen_at', 'desc')
      .limit(100)
      .select('id', 'token_hash as tokenHash', 'device', 'created_at as createdAt', 'seen_at as seenAt');
  }

  /** Ends a session of a teacher; says whether there was one of that name. */
  async endSessionOf({ id: teacherId, studioId }: Teacher, id: string): Promise<boolean> {
    const ended: number = await this.db('sessions').where({ id, teacher_id: teacherId, studio_id: studioId }).delete();
    return ended > 0;
  }

  /** Keeps another password, and ends all sessions of the teacher but the one of a token. */
  async changePassword({ id, studioId }: Teacher, passwordHash: string, keptToken = ''): Promise<void> {
    await this.db.transaction(async (trx) => {
      await trx('teachers').where({ id, studio_id: studioId }).update({ password_hash: passwordHash });
      await trx('sessions').where({ teacher_id: id, studio_id: studioId }).whereNot({ token_hash: keptToken }).delete();
    });
  }

  /** Ends every session of a teacher but the one of a token. */
  async endOtherSessions({ id, studioId }: Teacher, keptToken: string): Promise<void> {
    const own = this.db('sessions').where({ teacher_id: id, studio_id: studioId });
    await own.whereNot({ token_hash: keptToken }).delete();
  }

  async endSession(tokenHash: string): Promise<void> {
    await this.db('sessions').where({ token_hash: tokenHash }).delete();
  }

  private teachers(db = this.db) {
    return db('teachers').join('studios', 'studios.id', 'teachers.studio_id');
  }
}
