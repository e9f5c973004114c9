import { Inject, Injectable, type OnModuleDestroy } from '@nestjs/common';
import { QUICK_DB, type Db } from './connection.ts';

/** Closes the connections that are kept aside when the server stops. */
@Injectable()
export class QuickConnections implements OnModuleDestroy {
  constructor(@Inject(QUICK_DB) private readonly quick: Db) {}

  async onModuleDestroy(): Promise<void> {
    await this.quick.destroy();
  }
}
