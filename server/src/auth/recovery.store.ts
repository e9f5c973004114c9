import { Inject, Injectable } from '@nestjs/common';
import { DB, type Db } from '../db/connection.ts';
import { ownedBy, type Owner } from './principal.ts';

/** Recovery codes in the database, by their hashes. */
@Injectable()
export class RecoveryStore {
  constructor(@Inject(DB) private readonly db: Db) {}

  /** Keeps new codes of a teacher; those before are worth nothing from then on. */
  async replace(teacher: Owner, hashes: readonly string[]): Promise<void> {
    await this.db.transaction(async (trx) => {
      // Two that make codes at once wait for each other, or both sets would be good.
      await trx('teachers').where({ id: teacher.id, studio_id: teacher.studioId }).forUpdate().first('id');
      await trx('recovery_codes').where(ownedBy(teacher)).delete();
      await trx('recovery_codes').insert(hashes.map((hash) => ({ ...ownedBy(teacher), code_hash: hash })));
    });
  }

  async left(teacher: Owner): Promise<number> {
    const rows: readonly unknown[] = await this.db('recovery_codes').where(ownedBy(teacher)).select('code_hash');
    return rows.length;
  }

  async has(teacher: Owner, hash: string): Promise<boolean> {
    return (
      (await this.db('recovery_codes')
        .where({ ...ownedBy(teacher), code_hash: hash })
        .first('code_hash')) !== undefined
    );
  }

  /** Uses a code up; says whether it was still there. */
  async use(teacher: Owner, hash: string): Promise<boolean> {
    const used: number = await this.db('recovery_codes')
      .where({ ...ownedBy(teacher), code_hash: hash })
      .delete();
    return used > 0;
  }

  /** Uses a code up and keeps the password it was for; all sessions end. Says whether the code was still there. */
  async redeem(teacher: Owner, hash: string, passwordHash: string): Promise<boolean> {
    return this.db.transaction(async (trx) => {
      const used: number = await trx('recovery_codes')
        .where({ ...ownedBy(teacher), code_hash: hash })
        .delete();
      if (used === 0) return false;
      await trx('teachers')
        .where({ id: teacher.id, studio_id: teacher.studioId })
        .update({ password_hash: passwordHash });
      await trx('sessions').where(ownedBy(teacher)).delete();
      return true;
    });
  }
}
