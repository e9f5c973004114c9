import { Inject, Injectable } from '@nestjs/common';
import { DB_TOKEN, type Db } from '../db/connection.ts';
import { teacherColumns, type TeacherIdentity } from './principal.ts';

/** Recovery codes in the database, by their hashes. */
@Injectable()
export class RecoveryStore {
  constructor(@Inject(DB_TOKEN) private readonly db: Db) {}

  /** Keeps new codes of a teacher; those before are worth nothing from then on. */
  async replace(teacher: TeacherIdentity, hashes: readonly string[]): Promise<void> {
    await this.db.transaction(async (trx) => {
      // Two that make codes at once wait for each other, or both sets would be good.
      await trx('teachers').where({ id: teacher.id, studio_id: teacher.studioId }).forUpdate().first('id');
      await trx('recovery_codes').where(teacherColumns(teacher)).delete();
      await trx('recovery_codes').insert(hashes.map((hash) => ({ ...teacherColumns(teacher), code_hash: hash })));
    });
  }

  async left(teacher: TeacherIdentity): Promise<number> {
    const rows: readonly unknown[] = await this.db('recovery_codes').where(teacherColumns(teacher)).select('code_hash');
    return rows.length;
  }

  async has(teacher: TeacherIdentity, hash: string): Promise<boolean> {
    return (
      (await this.db('recovery_codes')
        .where({ ...teacherColumns(teacher), code_hash: hash })
        .first('code_hash')) !== undefined
    );
  }

  /** Uses a code up; says whether it was still there. */
  async use(teacher: TeacherIdentity, hash: string): Promise<boolean> {
    const used: number = await this.db('recovery_codes')
      .where({ ...teacherColumns(teacher), code_hash: hash })
      .delete();
    return used > 0;
  }

  /** Uses a code up and keeps the password it was for; all sessions end. Says whether the code was still there. */
  async redeem(teacher: TeacherIdentity, hash: string, passwordHash: string): Promise<boolean> {
    return this.db.transaction(async (trx) => {
      const used: number = await trx('recovery_codes')
        .where({ ...teacherColumns(teacher), code_hash: hash })
        .delete();
      if (used === 0) return false;
      await trx('teachers')
        .where({ id: teacher.id, studio_id: teacher.studioId })
        .update({ password_hash: passwordHash });
      await trx('sessions').where(teacherColumns(teacher)).delete();
      return true;
    });
  }
}
