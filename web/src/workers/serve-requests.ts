import { ProblemError } from '@fleet-wren/core';
import type { WorkerResponse, WorkerRequest } from './worker-protocol.ts';

/** As much of a worker's own side as serving needs. */
export interface WorkerScope {
  onmessage: ((event: { readonly data: WorkerRequest }) => void) | null;
  postMessage: (message: WorkerResponse, transfer: Transferable[]) => void;
}

const listTransferables = (value: unknown): Transferable[] => (value instanceof Float32Array ? [value.buffer] : []);

const toErrorResponse = (id: number, error: unknown): WorkerResponse => ({
  id,
  problems: error instanceof ProblemError ? error.problems : [],
  message: error instanceof Error ? error.message : String(error),
});

/** Answers questions with functions by name: their value, or the problems they end in. */
export const serveRequests = (
  scope: WorkerScope,
  work: { readonly [Name: string]: (...args: never[]) => unknown },
): void => {
  scope.onmessage = ({ data: { id, name, args } }) => {
    const answer = async (): Promise<unknown> => {
      if (!Object.hasOwn(work, name)) throw new Error(`There is no work called ${name}.`);
      return work[name]?.(...(args as never[]));
    };
    answer().then(
      (value) => scope.postMessage({ id, value }, listTransferables(value)),
      (error: unknown) => scope.postMessage(toErrorResponse(id, error), []),
    );
  };
};
