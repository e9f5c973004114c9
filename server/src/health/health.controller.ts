import { Controller, Get } from '@nestjs/common';
import { HealthStore } from './health.store.ts';

/** Whether the server and its database answer. */
@Controller('health')
export class HealthController {
  constructor(private readonly database: HealthStore) {}

  @Get()
  async health(): Promise<{ readonly ok: true }> {
    await this.database.ping();
    return { ok: true };
  }
}
