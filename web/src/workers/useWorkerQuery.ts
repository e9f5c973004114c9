import { useEffect, useState } from 'react';
import { wordsOf } from '../api/api-error.ts';

/** What a worker answered, or why it could not; neither until it has. */
export interface WorkerQueryResult<T> {
  readonly value?: T;
  readonly errorText?: string;
}

/**
 * Asks whenever the question is another one, and calls the question before off; the last answer stays until the next
 * comes. The question is a value that stays the same between drawings, `ask` a function of the module.
 */
export const useWorkerQuery = <Q, T>(
  question: Q,
  ask: (question: Q, signal: AbortSignal) => Promise<T>,
): WorkerQueryResult<T> => {
  const [answer, setAnswer] = useState<WorkerQueryResult<T>>({});
  useEffect(() => {
    const call = new AbortController();
    ask(question, call.signal)
      .then((value) => !call.signal.aborted && setAnswer({ value }))
      .catch((error: unknown) => !call.signal.aborted && setAnswer({ errorText: wordsOf(error) }));
    return () => call.abort();
  }, [question, ask]);
  return answer;
};
