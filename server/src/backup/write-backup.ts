import { createWriteStream } from 'node:fs';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { SystemPrincipal } from '../auth/principal.ts';
import type { Db } from '../db/connection.ts';
import { StudioDb } from '../db/studio-db.ts';
import { archiveLines } from './backup.store.ts';
import { serialiseBackup } from './backup-format.ts';

/** What writing a backup needs to know. */
export interface WriteTask {
  readonly studioId: string;
  /** The studio's name, for the head of the file. */
  readonly studio: string;
  /** The student it is of; the whole studio where there is none. */
  readonly student?: string;
  readonly file: string;
  readonly now: number;
}

/**
 * Writes a backup of a studio or of a student to a file, all of it of one moment, whatever is written to the studio
 * meanwhile.
 */
export const writeArchiveFile = async (db: Db, { studioId, studio, student, file, now }: WriteTask): Promise<void> => {
  const house: SystemPrincipal = { kind: 'house', studioId };
  await db.transaction(
    async (trx) => {
      const scope = new StudioDb(trx).scopeFor(house);
      const lines = serialiseBackup(studio, new Date(now), archiveLines(scope, student));
      await pipeline(Readable.from(lines), createWriteStream(file, { mode: 0o600 }));
    },
    { isolationLevel: 'repeatable read', readOnly: true },
  );
};
