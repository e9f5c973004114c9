import { createWriteStream } from 'node:fs';
import { mkdir, readdir, rm, statfs } from 'node:fs/promises';
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import { Inject, Injectable, type OnModuleDestroy } from '@nestjs/common';
import { ProblemError, message, createProblem } from '@fleet-wren/core';
import type { Request } from 'express';
import { CONFIG_TOKEN, type Config } from '../config.ts';

/**
 * Bytes of one upload and of all that wait at once, how many may come at once, and what stays free on the disk;
 * milliseconds an upload may pause, and bytes a second it keeps up at the least once it has had a minute.
 */
const UPLOADS = {
  bytes: 2_200_000_000,
  all: 8_800_000_000,
  atOnce: 8,
  free: 300_000_000,
  pause: 20_000,
  pace: 20_000,
  grace: 60_000,
} as const;

const isAlive = (pid: number): boolean => {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as { code?: string }).code === 'EPERM';
  }
};

/** Removes what servers that are gone have left of uploads and downloads. */
export const emptyUploads = async (folder: string): Promise<void> => {
  const left = await readdir(folder).catch(() => []);
  for (const name of left)
    if (/^\d+$/.test(name) && !isAlive(Number(name))) await rm(join(folder, name), { recursive: true, force: true });
};

/** The answer to a large file where there are as many as can be dealt with. */
export const busy = (): ProblemError => new ProblemError(createProblem('busy', { seconds: 30 }));

const tooLarge = (): ProblemError => {
  const most = message('size.gigabytes', { gigabytes: 2.2 });
  return new ProblemError(createProblem('too-large', { value: message('size.more-than', { size: most }), most }));
};

/** Whole files of studios on their way in or out: on the disk, so that no database connection waits for a slow line. */
@Injectable()
export class Spool implements OnModuleDestroy {
  private readonly folder: string;
  private waiting = 0;
  private held = 0;

  constructor(@Inject(CONFIG_TOKEN) { uploadsFolder }: Pick<Config, 'uploadsFolder'>) {
    this.folder = join(uploadsFolder, String(process.pid));
  }

  async onModuleDestroy(): Promise<void> {
    await rm(this.folder, { recursive: true, force: true });
  }

  /** Does something with a new file, which is removed afterwards. */
  async withFile<T>(work: (file: string) => Promise<T>): Promise<T> {
    await mkdir(this.folder, { recursive: true, mode: 0o700 });
    const file = join(this.folder, randomUUID());
    try {
      return await work(file);
    } finally {
      await rm(file, { force: true });
    }
  }

  /** Takes a request's body into a file. Errors: `too-large`, `storage-full`, `busy`, `upload-broken-off`. */
  async receive(request: Request, file: string): Promise<void> {
    const size = Number(request.headers['content-length'] ?? 0);
    if (size > UPLOADS.bytes) throw tooLarge();
    if (this.waiting >= UPLOADS.atOnce || this.held + size > UPLOADS.all) throw busy();
    const { bavail, bsize } = await statfs(this.folder);
    if (bavail * bsize < size + UPLOADS.free) throw new ProblemError(createProblem('storage-full'));
    this.waiting += 1;
    try {
      await this.write(request, file);
    } finally {
      this.waiting -= 1;
    }
  }

  private write(request: Request, file: string): Promise<void> {
    return new Promise((resolve, reject) => {
      const target = createWriteStream(file, { mode: 0o600 });
      const began = Date.now();
      let [received, over] = [0, false];
      const end = (error?: unknown): void => {
        if (over) return;
        over = true;
        clearTimeout(pause);
        this.held -= received;
        // What still comes is read and dropped, so that the answer reaches whoever is sending.
        request.unpipe(target).resume();
        target.destroy();
        if (error === undefined) resolve();
        else reject(error instanceof Error ? error : new Error(String(error)));
      };
      const brokenOff = (): void => end(new ProblemError(createProblem('upload-broken-off')));
      let pause = setTimeout(brokenOff, UPLOADS.pause);
      request.on('data', (chunk: Buffer) => {
        if (over) return;
        clearTimeout(pause);
        pause = setTimeout(brokenOff, UPLOADS.pause);
        received += chunk.length;
        this.held += chunk.length;
        const seconds = (Date.now() - began - UPLOADS.grace) / 1000;
        if (received > UPLOADS.bytes) end(tooLarge());
        else if (this.held > UPLOADS.all) end(busy());
        else if (seconds > 0 && received < UPLOADS.pace * seconds) brokenOff();
      });
      request.once('close', () => (request.complete ? undefined : brokenOff()));
      request.once('error', brokenOff);
      target.once('error', end);
      target.once('finish', () => end());
      // Gone before it was listened to.
      if (request.destroyed && !request.complete) brokenOff();
      else request.pipe(target);
    });
  }
}
