import { Inject, Injectable } from '@nestjs/common';
import { QUICK_DB, type Db } from '../db/connection.ts';

/** Whether the database answers. */
@Injectable()
export class HealthStore {
  constructor(@Inject(QUICK_DB) private readonly db: Db) {}

  async ping(): Promise<void> {
    await this.db.raw('select 1');
  }
}
