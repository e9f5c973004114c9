import { useEffect, useState } from 'react';
import { wordsOf } from '../api/client.ts';

/** What a worker answered, or why it could not; neither until it has. */
export interface Answer<T> {
  readonly value?: T;
  readonly trouble?: string;
}

/**
 * Asks whenever the question is another one, and calls the question before off; the last answer stays until the next
 * comes. The question is a value that stays the same between drawings, `ask` a function of the module.
 */
export const useAnswer = <Q, T>(question: Q, ask: (question: Q, signal: AbortSignal) => Promise<T>): Answer<T> => {
  const [answer, setAnswer] = useState<Answer<T>>({});
  useEffect(() => {
    const call = new AbortController();
    ask(question, call.signal)
      .then((value) => !call.signal.aborted && setAnswer({ value }))
      .catch((error: unknown) => !call.signal.aborted && setAnswer({ trouble: wordsOf(error) }));
    return () => call.abort();
  }, [question, ask]);
  return answer;
};
