import { ProblemError, type Problem } from '@fleet-wren/core';
import { threadOf } from '../common/worker-pool.ts';
import { connectDatabase, type Db } from '../db/connection.ts';
import { RestoresStore } from './restores.store.ts';
import { restoreArchive, type Restored } from './restore-backup.ts';
import { writeArchiveFile } from './write-backup.ts';

/** What a thread that writes and restores backups is asked: its connection to the database is its own. */
export type ArchiveTask = { readonly databaseUrl: string; readonly studioId: string; readonly file: string } & (
  { readonly kind: 'write'; readonly studio: string; readonly student?: string } | { readonly kind: 'restore' }
);

/** What it answers: errors do not cross over as what they are. */
export type ArchiveAnswer =
  | { readonly kind: 'written' }
  | { readonly kind: 'restored'; readonly counts: Restored }
  | { readonly kind: 'refused'; readonly problems: readonly Problem[] }
  /** The database or the disk failed, by its code. */
  | { readonly kind: 'failed'; readonly message: string; readonly code: string };

const restore = async (db: Db, { studioId, file, databaseUrl }: ArchiveTask): Promise<ArchiveAnswer> => {
  // How far it is, is told beside the transaction, which nobody sees into.
  const beside = connectDatabase(databaseUrl, { patient: true, most: 1 });
  try {
    const restores = new RestoresStore(beside);
    const tell = (share: number): Promise<void> => restores.tell(studioId, share);
    return { kind: 'restored', counts: await restoreArchive(db, { studioId, file, tell }) };
  } finally {
    await beside.destroy();
  }
};

/** What a thread of the pool does with each task. */
export default threadOf(async (task: ArchiveTask): Promise<ArchiveAnswer> => {
  const db = connectDatabase(task.databaseUrl, { patient: true, most: 1 });
  try {
    if (task.kind === 'restore') return await restore(db, task);
    await writeArchiveFile(db, { ...task, now: Date.now() });
    return { kind: 'written' };
  } catch (error) {
    if (error instanceof ProblemError) return { kind: 'refused', problems: error.problems };
    const { message, code } = error as { readonly message?: string; readonly code?: string };
    return { kind: 'failed', message: message ?? String(error), code: String(code ?? '') };
  } finally {
    await db.destroy();
  }
});
