import type { Alternative, Cure, Explanation, Hand, Judgement, Pattern } from '@fleet-wren/core';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { judgeWorker, studyWorker } from '../workers/client.ts';
import { FINDINGS_SHOWN } from './findings.ts';
import type { BenchStore } from './store.ts';

/** A judgement, and the pattern and the hand it is about. */
export interface Judged {
  readonly pattern: Pattern;
  readonly hand: Hand;
  readonly judgement: Judgement;
}

/**
 * Judges what is on a bench in the worker at every edit. The question goes out with the edit itself, so that the worker
 * is at it while the page is drawn. One question is under way at a time; what comes meanwhile waits, only the latest of
 * it, and answers about a pattern that has moved on are dropped.
 */
export const useJudgement = (bench: BenchStore, hand: Hand): Judged | null => {
  const [judged, setJudged] = useState<Judged | null>(null);
  useLayoutEffect(() => {
    let current = true;
    let busy = false;
    const ask = async (): Promise<void> => {
      if (busy) return;
      busy = true;
      const { pattern } = bench.getState();
      const judgement = await judgeWorker.judge(pattern, hand).catch(() => null);
      busy = false;
      if (!current) return;
      if (bench.getState().pattern !== pattern) return ask();
      if (judgement) setJudged({ pattern, hand, judgement });
    };
    void ask();
    const stop = bench.subscribe((now, before) => {
      if (now.pattern !== before.pattern) void ask();
    });
    return () => {
      current = false;
      stop();
    };
  }, [bench, hand]);
  return judged;
};

/** Why the chosen stroke has its digit. */
export const useExplanation = (judged: Judged | null, chosen: string | null): Explanation | null => {
  const [answer, setAnswer] = useState<{
    readonly about: Judged;
    readonly id: string;
    readonly explanation: Explanation;
  } | null>(null);
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
      asking
        .current(judged)
        .then((value) => current && setAnswer({ about: judged, value }))
        .catch(() => undefined);
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
  useStudy(judged, (judged?.judgement.findings.length ?? 0) > 0, ({ pattern, judgement, hand }) =>
    studyWorker.cures(pattern, judgement, hand, FINDINGS_SHOWN),
  );

/** How many fingerings are offered. */
const OFFERED = 4;

/** The best few fingerings, when they are asked for. */
export const useAlternatives = (judged: Judged | null, wanted: boolean): readonly Alternative[] | null =>
  useStudy(judged, wanted && (judged?.pattern.strokes.length ?? 0) > 0, ({ pattern, hand }) =>
    studyWorker.alternatives(pattern, OFFERED, hand),
  );
