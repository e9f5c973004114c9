import { Controller } from '@nestjs/common';
import { Handles } from '../contract/route.ts';
import { HealthStore } from './health.store.ts';

/** Whether the server and its database answer. */
@Controller()
export class HealthController {
  constructor(private readonly database: HealthStore) {}

  @Handles('GET /health')
  async health(): Promise<{ readonly ok: true }> {
    await this.database.ping();
    return { ok: true };
  }
}
