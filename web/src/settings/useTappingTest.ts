import { TAP_TARGETS, TAP_RUN_SECONDS, type TapRun } from '@fleet-wren/core';
import { useEffect, useState } from 'react';
import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';

/** Where a tapping test stands. */
interface TappingState {
  /** Index of the run at hand; the number of runs when all are done. */
  readonly run: number;
  /** The taps of the run that is on; its clock begins with the first. Null before it. */
  readonly taps: readonly number[] | null;
  readonly runs: readonly TapRun[];
  /** Whether the run at hand was broken off because sound of it was lost. */
  readonly brokenOff: boolean;
}

/** A tapping test and what can be done in it. */
export interface TappingTestState extends TappingState {
  /** Seconds left of the run. */
  readonly left: number;
  /** One tap, at a time in seconds. */
  readonly tap: (seconds: number) => void;
  /** A run begins that is heard, not tapped: its strokes come when it is over. */
  readonly begin: () => void;
  readonly heard: (strokes: readonly number[]) => void;
  /** Breaks off the run that is on. */
  readonly breakOff: () => void;
  /** Goes back to a run to do it again. */
  readonly again: (run: number) => void;
}

/** Milliseconds between two looks at the clock while a run is on. */
const LOOK = 100;

const secondsNow = (): number => performance.now() / 1000;

/** Taps come quicker than the screen is drawn: they are gathered in a store, not in what is drawn. */
const createTapping = () =>
  createStore<
    TappingState &
      Pick<TappingTestState, 'tap' | 'again' | 'begin' | 'heard' | 'breakOff'> & { readonly finish: () => void }
  >((set, get) => ({
    run: 0,
    taps: null,
    runs: [],
    brokenOff: false,
    breakOff: () => {
      if (get().taps) set({ taps: null, brokenOff: true });
    },
    tap: (seconds) => {
      const { run, taps } = get();
      if (run < TAP_TARGETS.length) set({ taps: [...(taps ?? []), seconds] });
    },
    begin: () => {
      if (get().run < TAP_TARGETS.length) set({ taps: [], brokenOff: false });
    },
    heard: (strokes) => {
      const { run, runs } = get();
      const target = TAP_TARGETS[run];
      if (target) set({ run: run + 1, taps: null, runs: [...runs, { target, taps: strokes }] });
    },
    finish: () => {
      const { run, taps, runs } = get();
      const target = TAP_TARGETS[run];
      if (target && taps && taps.length > 0) set({ run: run + 1, taps: null, runs: [...runs, { target, taps }] });
    },
    again: (run) => set({ run, taps: null, runs: get().runs.slice(0, run) }),
  }));

/** A tapping test, run by run; the clock of a run starts with its first tap. */
export const useTappingTest = (): TappingTestState => {
  const [store] = useState(createTapping);
  const { run, taps, runs, brokenOff, tap, again, begin, heard, breakOff, finish } = useStore(store);
  const [left, setLeft] = useState(TAP_RUN_SECONDS);
  const on = taps !== null;
  useEffect(() => {
    if (!on) return;
    const began = secondsNow();
    const timer = setInterval(() => {
      const remaining = TAP_RUN_SECONDS - (secondsNow() - began);
      setLeft(Math.max(0, remaining));
      if (remaining <= 0) finish();
    }, LOOK);
    return () => clearInterval(timer);
  }, [on, run, finish]);
  return { run, taps, runs, brokenOff, left, tap, begin, heard, breakOff, again };
};
