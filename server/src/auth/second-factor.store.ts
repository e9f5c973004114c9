import { Inject, Injectable } from '@nestjs/common';
import { DB_TOKEN, type Db } from '../db/connection.ts';
import { teacherColumns, type TeacherIdentity } from './principal.ts';

/** A second factor as it is kept. */
export interface StoredSecondFactor {
  readonly secret: string;
  readonly confirmed: boolean;
}

/** Second factors in the database. */
@Injectable()
export class SecondFactorStore {
  constructor(@Inject(DB_TOKEN) private readonly db: Db) {}

  async of(teacher: TeacherIdentity): Promise<StoredSecondFactor | undefined> {
    return this.db('second_factors').where(teacherColumns(teacher)).first('secret', 'confirmed');
  }

  /**
   * Keeps a secret that is not confirmed yet, in the place of another such; says whether there was no confirmed one.
   */
  async propose(teacher: TeacherIdentity, secret: string): Promise<boolean> {
    const kept = await this.db('second_factors')
      .insert({ ...teacherColumns(teacher), secret })
      .onConflict(['studio_id', 'teacher_id'])
      .merge({ secret })
      .where('second_factors.confirmed', false)
      .returning('secret');
    return kept.length > 0;
  }

  /** Uses up a step of time, and those before: a code is good once. Says whether it was still there. */
  async use(teacher: TeacherIdentity, { secret }: StoredSecondFactor, step: number): Promise<boolean> {
    const used: number = await this.db('second_factors')
      .where({ ...teacherColumns(teacher), secret })
      .andWhere('last_step', '<', step)
      .update({ last_step: step, confirmed: true });
    return used > 0;
  }

  async remove(teacher: TeacherIdentity): Promise<void> {
    await this.db('second_factors').where(teacherColumns(teacher)).delete();
  }
}
