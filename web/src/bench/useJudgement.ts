import type { Explanation, Judgement, Pattern } from '@fleet-wren/core';
import { useEffect, useRef, useState } from 'react';
import { judgeWorker } from '../workers/client.ts';

/** A judgement and the pattern it is about. */
export interface Judged {
  readonly pattern: Pattern;
  readonly judgement: Judgement;
}

/**
 * Judges a pattern in the worker at every edit. One question is under way at a time; what comes meanwhile waits,
 * only the latest of it, and answers about a pattern that has moved on are shown until theirs comes.
 */
export const useJudgement = (pattern: Pattern): Judged | null => {
  const [judged, setJudged] = useState<Judged | null>(null);
  const wanted = useRef(pattern);
  const busy = useRef(false);
  useEffect(() => {
    wanted.current = pattern;
    const ask = async (): Promise<void> => {
      if (busy.current) return;
      busy.current = true;
      const asked = wanted.current;
      const judgement = await judgeWorker.judge(asked).catch(() => null);
      busy.current = false;
      if (judgement && wanted.current === asked) setJudged({ pattern: asked, judgement });
      if (wanted.current !== asked) void ask();
    };
    void ask();
  }, [pattern]);
  return judged;
};

/** Why the chosen stroke has its digit. */
export const useExplanation = (judged: Judged | null, chosen: string | null): Explanation | null => {
  const [answer, setAnswer] = useState<{ readonly about: Judged; readonly id: string; readonly explanation: Explanation } | null>(null);
  useEffect(() => {
    const index = judged ? judged.pattern.strokes.findIndex(({ id }) => id === chosen) : -1;
    if (!judged || !chosen || index < 0) return;
    let current = true;
    judgeWorker
      .explain(judged.pattern, judged.judgement, index)
      .then((explanation) => current && setAnswer({ about: judged, id: chosen, explanation }))
      .catch(() => undefined);
    return () => {
      current = false;
    };
  }, [judged, chosen]);
  return answer && answer.id === chosen && judged ? answer.explanation : null;
};
