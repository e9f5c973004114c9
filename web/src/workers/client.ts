import { wrap } from 'comlink';
import type { CoreWork, CoreWorker } from './protocol.ts';

/** Calls to a worker that died would wait for ever: they fail instead, and the next call starts a new worker. */
const revivable = (start: () => Worker): CoreWorker => {
  let running: { readonly remote: CoreWorker; readonly died: Promise<never> } | undefined;
  const current = () => {
    if (running) return running;
    const worker = start();
    const died = new Promise<never>((_, reject) => {
      worker.onerror = (event) => {
        running = undefined;
        reject(new Error(event.message || 'The computation stopped.'));
      };
    });
    died.catch(() => undefined);
    running = { remote: wrap<CoreWork>(worker) as unknown as CoreWorker, died };
    return running;
  };
  const call = <Name extends keyof CoreWork>(name: Name) =>
    ((...args: Parameters<CoreWork[Name]>) => {
      const { remote, died } = current();
      const ask = remote[name] as (...all: Parameters<CoreWork[Name]>) => Promise<ReturnType<CoreWork[Name]>>;
      return Promise.race([ask(...args), died]);
    }) as CoreWorker[Name];
  return {
    judge: call('judge'),
    explain: call('explain'),
    cures: call('cures'),
    alternatives: call('alternatives'),
    compare: call('compare'),
    drills: call('drills'),
    pluck: call('pluck'),
  };
};

const startWorker = (): Worker => new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' });

/** Judges patterns; apart from the sound, so that neither waits for the other. */
export const judgeWorker = revivable(startWorker);

/** Looks for what takes longer than an edit may: ways out, other fingerings, comparisons. */
export const studyWorker = revivable(startWorker);

/** Renders sound. */
export const soundWorker = revivable(startWorker);
