import type * as contract from '@fleet-wren/contract';
import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import type { Principal } from '../auth/principal.ts';
import { WorkerPool } from '../common/worker-pool.ts';
import { StudioDb, type StudioScope } from '../db/studio-db.ts';
import type { DemoContent } from './build.ts';
import { insertDemo, type DemoIds } from './insert.ts';

/** Milliseconds the content may take to be made: many times what it needs. */
const DEADLINE = 30_000;

/** Whether the demo is in a studio. */
export type DemoState = contract.DemoState;

/** Puts the demo into a studio that asks for it, and takes it out again. */
@Injectable()
export class DemoService implements OnModuleDestroy {
  private readonly pool = new WorkerPool<number, DemoContent>({
    worker: 'demo/build.worker',
    threads: 1,
    waiting: 20,
  });

  constructor(private readonly studios: StudioDb) {}

  onModuleDestroy(): Promise<void> {
    return this.pool.close();
  }

  async state(principal: Principal): Promise<DemoState> {
    return { loaded: (await this.idsIn(this.studios.scopeFor(principal))) !== undefined };
  }

  /** Puts the demo in; where it is already, that changes nothing. */
  async load(principal: Principal): Promise<DemoState> {
    const scope = this.studios.scopeFor(principal);
    if (await this.idsIn(scope)) return { loaded: true };
    const content = await this.pool.run(Date.now(), DEADLINE);
    await scope.alone('demo', async (inside) => {
      if (await this.idsIn(inside)) return;
      const ids = await insertDemo(inside, content);
      await inside.insert('demo_content', [{ ids: JSON.stringify(ids) }]);
    });
    return { loaded: true };
  }

  /** Takes the demo out, with all that was made of it: what the studio made itself stays. */
  async remove(principal: Principal): Promise<void> {
    await this.studios.scopeFor(principal).alone('demo', async (inside) => {
      const ids = await this.idsIn(inside);
      if (!ids) return;
      await inside
        .rows('documents')
        .whereIn('id', [...ids.patterns, ...ids.songs])
        .delete();
      await inside
        .rows('students')
        .whereIn('id', [...ids.students])
        .delete();
      await inside.rows('demo_content').delete();
    });
  }

  private async idsIn(scope: StudioScope): Promise<DemoIds | undefined> {
    const found = (await scope.rows('demo_content').first('ids')) as { readonly ids: DemoIds } | undefined;
    return found?.ids;
  }
}
