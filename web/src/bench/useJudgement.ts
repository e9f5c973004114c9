import type { Alternative, Cure, Explanation, Hand, Judgement, Pattern } from '@fleet-wren/core';
import { useEffect, useRef, useState } from 'react';
import { judgeWorker, studyWorker } from '../workers/client.ts';
import { FINDINGS_SHOWN } from './findings.ts';

/** A judgement, and the pattern and the hand it is about. */
export interface Judged {
  readonly pattern: Pattern;
  readonly hand: Hand;
  readonly judgement: Judgement;
}

interface Question {
  readonly pattern: Pattern;
  readonly hand: Hand;
}

/**
 * Judges a pattern in the worker at every edit. One question is under way at a time; what comes meanwhile waits,
 * only the latest of it, and answers about a pattern that has moved on are shown until theirs comes.
 */
export const useJudgement = (pattern: Pattern, hand: Hand): Judged | null => {
  const [judged, setJudged] = useState<Judged | null>(null);
  const wanted = useRef<Question>({ pattern, hand });
  const busy = useRef(false);
  useEffect(() => {
    wanted.current = { pattern, hand };
    const ask = async (): Promise<void> => {
      if (busy.current) return;
      busy.current = true;
      const asked = wanted.current;
      const judgement = await judgeWorker.judge(asked.pattern, asked.hand).catch(() => null);
      busy.current = false;
      if (judgement && wanted.current === asked) setJudged({ ...asked, judgement });
      if (wanted.current !== asked) void ask();
    };
    void ask();
  }, [pattern, hand]);
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
      .explain(judged.pattern, judged.judgement, index, judged.hand)
      .then((explanation) => current && setAnswer({ about: judged, id: chosen, explanation }))
      .catch(() => undefined);
    return () => {
      current = false;
    };
  }, [judged, chosen]);
  return answer && answer.id === chosen && judged ? answer.explanation : null;
};

/** Milliseconds of quiet after an edit before ways out are looked for. */
const QUIET = 120;

/** An answer to a slower question about a judgement: it comes when edits pause, and is dropped when one comes. */
const useStudy = <T>(judged: Judged | null, wanted: boolean, ask: (judged: Judged) => Promise<T>): T | null => {
  const [answer, setAnswer] = useState<{ readonly about: Judged; readonly value: T } | null>(null);
  const asking = useRef(ask);
  useEffect(() => {
    asking.current = ask;
  });
  useEffect(() => {
    if (!judged || !wanted) return;
    let current = true;
    const timer = setTimeout(() => {
      asking.current(judged).then((value) => current && setAnswer({ about: judged, value })).catch(() => undefined);
    }, QUIET);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [judged, wanted]);
  return answer && answer.about === judged ? answer.value : null;
};

/** The best way out of each finding that is shown. */
export const useCures = (judged: Judged | null): readonly (Cure | null)[] | null =>
  useStudy(judged, (judged?.judgement.findings.length ?? 0) > 0, ({ pattern, judgement, hand }) => studyWorker.cures(pattern, judgement, hand, FINDINGS_SHOWN));

/** How many fingerings are offered. */
const OFFERED = 4;

/** The best few fingerings, when they are asked for. */
export const useAlternatives = (judged: Judged | null, wanted: boolean): readonly Alternative[] | null =>
  useStudy(judged, wanted && (judged?.pattern.strokes.length ?? 0) > 0, ({ pattern, hand }) => studyWorker.alternatives(pattern, OFFERED, hand));
