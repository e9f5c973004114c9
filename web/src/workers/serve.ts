import { ProblemError } from '@fleet-wren/core';
import type { Answered, Asked } from './protocol.ts';

/** As much of a worker's own side as serving needs. */
export interface Scope {
  onmessage: ((event: { readonly data: Asked }) => void) | null;
  postMessage: (message: Answered, transfer: Transferable[]) => void;
}

const transferOf = (value: unknown): Transferable[] => (value instanceof Float32Array ? [value.buffer] : []);

const failureOf = (id: number, error: unknown): Answered => ({
  id,
  problems: error instanceof ProblemError ? error.problems : [],
  message: error instanceof Error ? error.message : String(error),
});

/** Answers questions with functions by name: their value, or the problems they end in. */
export const serve = (scope: Scope, work: { readonly [Name: string]: (...args: never[]) => unknown }): void => {
  scope.onmessage = ({ data: { id, name, args } }) => {
    const answer = async (): Promise<unknown> => {
      if (!Object.hasOwn(work, name)) throw new Error(`There is no work called ${name}.`);
      return work[name]?.(...(args as never[]));
    };
    answer().then(
      (value) => scope.postMessage({ id, value }, transferOf(value)),
      (error: unknown) => scope.postMessage(failureOf(id, error), []),
    );
  };
};
