import { Controller, Get, Inject } from '@nestjs/common';
import { DB, type Db } from '../db/connection.ts';

/** Whether the server and its database answer. */
@Controller('health')
export class HealthController {
  constructor(@Inject(DB) private readonly db: Db) {}

  @Get()
  async health(): Promise<{ readonly ok: true }> {
    await this.db.raw('select 1');
    return { ok: true };
  }
}
