import { say } from '@fleet-wren/wording';
import cluster, { type Worker } from 'node:cluster';

/**
 * Milliseconds before a process that ended is replaced: the first time, at the most, and after how long all counts as
 * well again.
 */
const PAUSE = { first: 250, longest: 30_000, well: 60_000 } as const;

/** Tells whoever started this process that it serves. */
export const readyToServe = (): void => void process.send?.('ready');

/**
 * Keeps several processes serving one port, which the operating system's sockets are shared for (`node:cluster`). One
 * that ends by itself is replaced, with pauses that double while that keeps happening; `ready` is called once the first
 * one listens.
 */
export const superviseWorkers = (count: number, ready: () => void): void => {
  let [stopping, pause, lastEnd, announced] = [false, PAUSE.first as number, 0, false];
  const fork = (): Worker => cluster.fork();
  cluster.on('listening', () => {
    if (!announced) ready();
    announced = true;
  });
  cluster.on('exit', (_worker, code, signal) => {
    if (stopping) {
      if (Object.keys(cluster.workers ?? {}).length === 0) process.exit(0);
      return;
    }
    if (!announced) process.exit(1);
    pause = Date.now() - lastEnd > PAUSE.well ? PAUSE.first : Math.min(PAUSE.longest, 2 * pause);
    lastEnd = Date.now();
    console.error(say('operator.process-ended', { why: signal ?? String(code) }));
    setTimeout(fork, pause);
  });
  const stop = (): void => {
    stopping = true;
    const workers = Object.values(cluster.workers ?? {});
    if (workers.length === 0) process.exit(0);
    for (const worker of workers) worker?.process.kill('SIGTERM');
  };
  process.once('SIGTERM', stop);
  process.once('SIGINT', stop);
  process.once('disconnect', stop);
  for (let started = 0; started < count; started += 1) fork();
};
