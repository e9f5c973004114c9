import {
  analysePattern,
  createFingeringCache,
  type AlternativeFingering,
  type FasterFingering,
  type QuickFix,
  type AnyPatternEdit,
  type DigitExplanation,
  type HandProfile,
  type PatternAnalysis,
  type Pattern,
} from '@fleet-wren/core';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { analysisWorker, backgroundWorker } from '../../workers/workers.ts';
import { applyAnalysisDiff } from '../../workers/analysis-diff.ts';
import type { AnalysisResponse } from '../../workers/worker-protocol.ts';
import type { AnalysedPattern } from '../analysed-pattern.ts';
import { numberDiagnostics } from './numbered-diagnostics.ts';
import type { PatternEditorState, PatternEditorStore } from '../../workspace/pattern-editor-store.ts';

/** A judgement, and the token under which the worker holds the state it is about. */
export interface CachedPatternAnalysis extends AnalysedPattern {
  readonly token: number;
  /** Milliseconds the judging took. */
  readonly took: number;
}

/** The token of what the worker does not hold yet. */
const NOT_HELD = 0;

let tokens = 0;

/** Milliseconds a judgement may take before its worker is ended. */
const DEADLINE = 15_000;

/**
 * Asks the worker about state after state of a bench. What is asked is what was done since the state the worker holds;
 * the whole goes along only where it holds none.
 */
class JudgeLine {
  private known: CachedPatternAnalysis | null = null;
  /** Edits since the state that was asked about last; null where they do not lead on from it. */
  private edits: AnyPatternEdit[] | null = null;
  private readonly hand: HandProfile;

  constructor(hand: HandProfile) {
    this.hand = hand;
  }

  /** Takes up that the bench has moved on. */
  note(now: PatternEditorState, before: PatternEditorState): void {
    const { lastEdit } = now;
    if (lastEdit?.from === before.document) this.edits?.push(lastEdit.edit);
    else this.edits = null;
  }

  async ask(pattern: Pattern): Promise<CachedPatternAnalysis | null> {
    tokens += 1;
    const token = tokens;
    const { known, edits, hand } = this;
    const chain = known !== null && edits !== null;
    this.edits = [];
    const question = chain
      ? { token, base: known.token, edits, hand }
      : { token, base: null, edits: [], whole: pattern, hand };
    const answer = await analysisWorker.request('analyse', [question], { timeoutMs: DEADLINE }).catch(() => null);
    if (answer?.kind === 'lost') {
      this.known = null;
      return null;
    }
    const judgement = answer && this.judgementOf(answer);
    this.known = judgement && { pattern, hand, judgement, token, took: answer?.durationMs ?? Infinity };
    return this.known;
  }

  private judgementOf(answer: Exclude<AnalysisResponse, { readonly kind: 'lost' }>): PatternAnalysis | null {
    if (answer.kind === 'whole') return answer.judgement;
    return this.known && applyAnalysisDiff(this.known.judgement, answer.change);
  }
}

/** Times a state is asked about again after the worker lost what it held. */
const TRIES = 2;

/** Strokes up to which a pattern may be judged with the edit itself, and milliseconds that may take. */
const AT_ONCE = { strokes: 96, milliseconds: 5 } as const;

/** Milliseconds of quiet after which the worker catches up with what was judged without it. */
const CATCH_UP = 150;

/**
 * Judges on the page itself, as part of the edit, where that is a small part of a frame: then an edit is drawn once,
 * and not once without and once with its judgement. Whether it is, the last judgement of the bench tells.
 */
class QuickJudge {
  private took = Infinity;
  private readonly memory = createFingeringCache();
  private readonly hand: HandProfile;

  constructor(hand: HandProfile) {
    this.hand = hand;
  }

  /** Tells how long a judgement took elsewhere. */
  heard(milliseconds: number): void {
    this.took = milliseconds;
  }

  /**
   * The judgement, where it can be had at once. A studio's own school may allow so much that nobody can tell before.
   */
  judge(pattern: Pattern): PatternAnalysis | null {
    if (this.took > AT_ONCE.milliseconds || pattern.strokes.length > AT_ONCE.strokes || pattern.ownSchool) return null;
    const began = performance.now();
    const judgement = analysePattern(pattern, { hand: this.hand, cache: this.memory });
    this.took = performance.now() - began;
    return judgement;
  }
}

/**
 * Judges what is on a bench at every edit: at once where that is quick, else in the worker. The question goes out with
 * the edit itself, so that the worker is at it while the page is drawn. One question is under way at a time; what comes
 * meanwhile waits, only the latest of it, and answers about a pattern that has moved on are not shown.
 */
export const usePatternAnalysis = (bench: PatternEditorStore, hand: HandProfile): CachedPatternAnalysis | null => {
  const [judged, setJudged] = useState<CachedPatternAnalysis | null>(null);
  useLayoutEffect(() => {
    let current = true;
    let busy = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const line = new JudgeLine(hand);
    const quick = new QuickJudge(hand);
    const ask = async (tries = TRIES): Promise<void> => {
      if (busy) return;
      busy = true;
      const pattern = bench.getState().document;
      const answer = await line.ask(pattern);
      busy = false;
      if (!current) return;
      if (bench.getState().document !== pattern) return ask();
      if (answer) {
        quick.heard(answer.took);
        setJudged(answer);
      } else if (tries > 1) return ask(tries - 1);
    };
    const atOnce = (pattern: Pattern): boolean => {
      const judgement = quick.judge(pattern);
      if (judgement) flushSync(() => setJudged({ pattern, hand, judgement, token: NOT_HELD, took: 0 }));
      return judgement !== null;
    };
    void ask();
    const stop = bench.subscribe((now, before) => {
      if (now.document === before.document) return;
      line.note(now, before);
      clearTimeout(timer);
      if (atOnce(now.document)) timer = setTimeout(() => void ask(), CATCH_UP);
      else void ask();
    });
    return () => {
      current = false;
      clearTimeout(timer);
      stop();
    };
  }, [bench, hand]);
  return judged;
};

/** Why the chosen stroke has its digit; nothing while that is not known of the pattern as it is. */
export const useStrokeExplanation = (
  judged: CachedPatternAnalysis | null,
  chosen: string | null,
): DigitExplanation | null => {
  const [answer, setAnswer] = useState<{
    readonly about: CachedPatternAnalysis;
    readonly id: string;
    readonly explanation: DigitExplanation;
  } | null>(null);
  useEffect(() => {
    const index = judged && chosen ? judged.pattern.strokes.findIndex(({ id }) => id === chosen) : -1;
    if (!judged || !chosen || index < 0 || judged.token === NOT_HELD) return;
    const call = new AbortController();
    analysisWorker
      .request('explain', [judged.token, index], call)
      .then((explanation) => {
        if (explanation && !call.signal.aborted) setAnswer({ about: judged, id: chosen, explanation });
      })
      .catch(() => undefined);
    return () => call.abort();
  }, [judged, chosen]);
  return answer && answer.id === chosen && answer.about === judged ? answer.explanation : null;
};

/** Milliseconds of quiet after an edit before ways out are looked for: longer where looking takes longer. */
const quietFor = ({ pattern }: AnalysedPattern): number => Math.min(1500, Math.max(120, pattern.strokes.length));

/** An answer to a slower question about a judgement: it comes when edits pause, and is called off when one comes. */
const useStudy = <T>(
  judged: AnalysedPattern | null,
  wanted: boolean,
  ask: (judged: AnalysedPattern, signal: AbortSignal) => Promise<T>,
): T | null => {
  const [answer, setAnswer] = useState<{ readonly about: AnalysedPattern; readonly value: T } | null>(null);
  const asking = useRef(ask);
  useEffect(() => {
    asking.current = ask;
  });
  useEffect(() => {
    if (!judged || !wanted) return;
    const call = new AbortController();
    const timer = setTimeout(() => {
      asking
        .current(judged, call.signal)
        .then((value) => !call.signal.aborted && setAnswer({ about: judged, value }))
        .catch(() => undefined);
    }, quietFor(judged));
    return () => {
      clearTimeout(timer);
      call.abort();
    };
  }, [judged, wanted]);
  return answer && answer.about === judged ? answer.value : null;
};

/** The best way out of each cause that is shown. */
export const useQuickFixes = (judged: AnalysedPattern | null): readonly (QuickFix | null)[] | null =>
  useStudy(judged, (judged?.judgement.diagnostics.length ?? 0) > 0, (shown, signal) => {
    const { pattern, judgement, hand } = shown;
    // Only what is shown is asked about: the first finding of each cause.
    const findings = numberDiagnostics(shown).shown.flatMap(({ diagnostics: [first] }) => first ?? []);
    return backgroundWorker.request('findQuickFixes', [pattern, { ...judgement, transitions: [] }, findings, hand], {
      signal,
    });
  });

/** How many fingerings are offered. */
const OFFERED = 4;

/** The best few fingerings, when they are asked for. */
export const useAlternativeFingerings = (
  judged: AnalysedPattern | null,
  wanted: boolean,
): readonly AlternativeFingering[] | null =>
  useStudy(judged, wanted && (judged?.pattern.strokes.length ?? 0) > 0, ({ pattern, hand }, signal) =>
    backgroundWorker.request('alternatives', [pattern, OFFERED, hand], { signal }),
  );

/** How near its ceiling a pattern is when a faster fingering is looked for: from four fifths of it on. */
const NEAR_CEILING = 0.8;

/** Another fingering that is faster, where the tempo is near the ceiling of the one at hand or above it. */
export const useFasterFingering = (judged: AnalysedPattern): FasterFingering | null =>
  useStudy(judged, (judged.judgement.difficulty ?? 0) >= NEAR_CEILING, ({ pattern, hand }, signal) =>
    backgroundWorker.request('fasterFingering', [pattern, hand], { signal }),
  );
