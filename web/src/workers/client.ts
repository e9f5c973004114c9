import { Desk, type WorkerLike } from './desk.ts';
import type { CoreWork, EngraveWork, TakeWork } from './protocol.ts';

const startWorker = (): WorkerLike =>
  new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' }) as unknown as WorkerLike;

/** Judges patterns; apart from the sound, so that neither waits for the other. */
export const judgeWorker = new Desk<CoreWork>(startWorker);

/** Looks for what takes longer than an edit may: ways out, other fingerings, comparisons, files. */
export const studyWorker = new Desk<CoreWork>(startWorker);

/** Reads songs; apart from single patterns, so that neither forgets what it remembers of the other. */
export const songWorker = new Desk<CoreWork>(startWorker);

/** Renders sound. */
export const soundWorker = new Desk<CoreWork>(startWorker);

/** Engraves notation; its library is large, and fetched only when the first sheet asks for it. */
export const engraveWorker = new Desk<EngraveWork>(
  () => new Worker(new URL('./engrave.worker.ts', import.meta.url), { type: 'module' }) as unknown as WorkerLike,
);

/** Listens to takes: seconds of work that nothing else waits for. */
export const takeWorker = new Desk<TakeWork>(
  () => new Worker(new URL('./take.worker.ts', import.meta.url), { type: 'module' }) as unknown as WorkerLike,
);
