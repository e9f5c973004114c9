import { Inject, Injectable } from '@nestjs/common';
import { DB, type Db } from '../db/connection.ts';
import { ownedBy, type Owner } from './principal.ts';

/** A second factor as it is kept. */
export interface KeptFactor {
  readonly secret: string;
  readonly confirmed: boolean;
}

/** Second factors in the database. */
@Injectable()
export class SecondFactorStore {
  constructor(@Inject(DB) private readonly db: Db) {}

  async of(teacher: Owner): Promise<KeptFactor | undefined> {
    return this.db('second_factors').where(ownedBy(teacher)).first('secret', 'confirmed');
  }

  /** Keeps a secret that is not confirmed yet, in the place of another such; says whether there was no confirmed one. */
  async propose(teacher: Owner, secret: string): Promise<boolean> {
    const kept = await this.db('second_factors')
      .insert({ ...ownedBy(teacher), secret })
      .onConflict(['studio_id', 'teacher_id'])
      .merge({ secret })
      .where('second_factors.confirmed', false)
      .returning('secret');
    return kept.length > 0;
  }

  /** Uses up a step of time, and those before: a code is good once. Says whether it was still there. */
  async use(teacher: Owner, { secret }: KeptFactor, step: number): Promise<boolean> {
    const used: number = await this.db('second_factors')
      .where({ ...ownedBy(teacher), secret })
      .andWhere('last_step', '<', step)
      .update({ last_step: step, confirmed: true });
    return used > 0;
  }

  async remove(teacher: Owner): Promise<void> {
    await this.db('second_factors').where(ownedBy(teacher)).delete();
  }
}
