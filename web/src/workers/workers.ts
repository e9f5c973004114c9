import { WorkerClient, type WorkerLike } from './worker-client.ts';
import type { CoreWorkerApi, EngravingWorkerApi, TakeWorkerApi, TrackWorkerApi } from './worker-protocol.ts';

const spawnCoreWorker = (): WorkerLike =>
  new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' }) as unknown as WorkerLike;

/** Judges patterns; apart from the sound, so that neither waits for the other. */
export const analysisWorker = new WorkerClient<CoreWorkerApi>(spawnCoreWorker);

/** Looks for what takes longer than an edit may: ways out, other fingerings, comparisons, files. */
export const backgroundWorker = new WorkerClient<CoreWorkerApi>(spawnCoreWorker);

/** Reads songs; apart from single patterns, so that neither forgets what it remembers of the other. */
export const songWorker = new WorkerClient<CoreWorkerApi>(spawnCoreWorker);

/** Renders sound. */
export const synthesisWorker = new WorkerClient<CoreWorkerApi>(spawnCoreWorker);

/** Engraves notation; its library is large, and fetched only when the first sheet asks for it. */
export const engravingWorker = new WorkerClient<EngravingWorkerApi>(
  () => new Worker(new URL('./engraving.worker.ts', import.meta.url), { type: 'module' }) as unknown as WorkerLike,
);

/** Listens to takes: seconds of work that nothing else waits for. */
export const takeAssessmentWorker = new WorkerClient<TakeWorkerApi>(
  () =>
    new Worker(new URL('./take-assessment.worker.ts', import.meta.url), { type: 'module' }) as unknown as WorkerLike,
);

/** Makes practice tracks: its encoder is fetched only when the first is asked for. */
export const trackWorker = new WorkerClient<TrackWorkerApi>(
  () => new Worker(new URL('./track.worker.ts', import.meta.url), { type: 'module' }) as unknown as WorkerLike,
);
