import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { pipeline } from 'node:stream/promises';
import { Inject, Injectable, Logger, type OnModuleDestroy } from '@nestjs/common';
import { ProblemError, createProblem } from '@fleet-wren/core';
import type { Request, Response } from 'express';
import type { Teacher } from '../auth/principal.ts';
import { assertFound, parseId } from '../common/ids.ts';
import { OneAtATime } from '../common/one-at-a-time.ts';
import { problemsBehind } from '../common/errors.filter.ts';
import { WorkerPool } from '../common/worker-pool.ts';
import { CONFIG_TOKEN, type Config } from '../config.ts';
import { StudioDb } from '../db/studio-db.ts';
import { SummariesService } from '../summaries/summaries.service.ts';
import { isEmptyStudio } from './backup.store.ts';
import type { ArchiveAnswer, ArchiveTask } from './backup.worker.ts';
import type { Restored } from './restore-backup.ts';
import { RestoresStore, type RestoreState } from './restores.store.ts';
import { Spool, busy } from './spool.ts';

/** Milliseconds writing or restoring a backup may take, and between two signs that one is still being received. */
const LONGEST = 30 * 60_000;
const SIGN_EVERY = 10_000;

type Asked = ArchiveTask extends infer T ? (T extends ArchiveTask ? Omit<T, 'databaseUrl'> : never) : never;

/** Everything of a studio in one file, and back into an empty studio: on threads of their own, with files between. */
@Injectable()
export class BackupService implements OnModuleDestroy {
  private readonly log = new Logger('Archive');
  private readonly writing = new OneAtATime();
  private readonly pool = new WorkerPool<ArchiveTask, ArchiveAnswer>({
    worker: 'backup/backup.worker',
    threads: 2,
    waiting: 20,
  });

  constructor(
    private readonly studios: StudioDb,
    private readonly spool: Spool,
    private readonly restores: RestoresStore,
    private readonly summaries: SummariesService,
    @Inject(CONFIG_TOKEN) private readonly config: Config,
  ) {}

  onModuleDestroy(): Promise<void> {
    return this.pool.close();
  }

  /** Sends everything there is of a student, as a backup that an empty studio can restore. */
  async exportStudent(teacher: Teacher, id: string, response: Response): Promise<void> {
    const student = parseId(id);
    assertFound(await this.studios.scopeFor(teacher).rows('students').where({ id: student }).first('id'));
    await this.exportBackup(teacher, response, student);
  }

  /** Writes a backup of one moment, then sends it at the pace of whoever takes it; a studio's one after another. */
  exportBackup({ studioId, studioName }: Teacher, response: Response, student?: string): Promise<void> {
    return this.writing.run(studioId, () =>
      this.spool.withFile(async (file) => {
        await this.run({ kind: 'write', studioId, studio: studioName, student, file });
        const name = student === undefined ? 'archive' : 'student';
        response.setHeader('content-type', 'application/x-ndjson; charset=utf-8');
        response.setHeader('content-disposition', `attachment; filename="fleet-wren-${name}.ndjson"`);
        response.setHeader('content-length', (await stat(file)).size);
        // Whoever leaves early ends it; what was sent cannot become another answer.
        await pipeline(createReadStream(file), response).catch(() => undefined);
      }),
    );
  }

  /** How the backup that is being restored, or was last, stands. */
  standing({ studioId }: Teacher): Promise<RestoreState> {
    return this.restores.of(studioId);
  }

  /**
   * Restores a backup into a studio that has nothing yet: all of it or nothing. Goes on where whoever sent it does not
   * wait; what becomes of it is kept for whoever asks.
   */
  async restore(teacher: Teacher, request: Request): Promise<Restored> {
    const { studioId } = teacher;
    if (!(await isEmptyStudio(this.studios.scopeFor(teacher))))
      throw new ProblemError(createProblem('archive-not-empty'));
    if (!(await this.restores.begin(studioId))) throw new ProblemError(createProblem('restore-running'));
    try {
      const counts = await this.spool.withFile((file) => this.receiveAndRestore(studioId, request, file));
      await this.restores.done(studioId, counts);
      void this.summaries.refresh(studioId);
      return counts;
    } catch (error) {
      await this.restores.failed(studioId, problemsBehind(error)).catch((again: unknown) => this.log.error(again));
      throw error;
    }
  }

  private async receiveAndRestore(studioId: string, request: Request, file: string): Promise<Restored> {
    const sign = setInterval(() => void this.restores.tell(studioId).catch(() => undefined), SIGN_EVERY);
    try {
      await this.spool.receive(request, file);
      await this.restores.tell(studioId, 0);
      const answer = await this.run({ kind: 'restore', studioId, file });
      return (answer as Extract<ArchiveAnswer, { readonly kind: 'restored' }>).counts;
    } finally {
      clearInterval(sign);
    }
  }

  private async run(task: Asked): Promise<ArchiveAnswer> {
    const { databaseUrl } = this.config;
    const answer = await this.pool.run({ databaseUrl, ...task }, LONGEST).catch((error: unknown) => {
      this.log.error(error);
      throw busy();
    });
    if (answer.kind === 'refused') throw new ProblemError(...answer.problems);
    if (answer.kind === 'failed') throw Object.assign(new Error(answer.message), { code: answer.code });
    return answer;
  }
}
