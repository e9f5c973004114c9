import { useEffect, useState } from 'react';
import { wordsOf } from '../api/client.ts';

/** What a worker answered, or why it could not; neither until it has. */
export interface Answer<T> {
  readonly value?: T;
  readonly trouble?: string;
}

/**
 * Asks whenever the question is another one; the last answer stays until the next comes. The question is a value that
 * stays the same between drawings, `ask` a function of the module.
 */
export const useAnswer = <Q, T>(question: Q, ask: (question: Q) => Promise<T>): Answer<T> => {
  const [answer, setAnswer] = useState<Answer<T>>({});
  useEffect(() => {
    let current = true;
    ask(question)
      .then((value) => current && setAnswer({ value }))
      .catch((error: unknown) => current && setAnswer({ trouble: wordsOf(error) }));
    return () => {
      current = false;
    };
  }, [question, ask]);
  return answer;
};
