import { createContext, useContext } from 'react';
import { useStore } from 'zustand';
import type { BenchActions, BenchState, BenchStore } from './store.ts';

const BenchContext = createContext<BenchStore | null>(null);

/** Puts a bench in reach of everything on the screen. */
export const BenchProvider = BenchContext.Provider;

/** The bench itself, for handlers. */
export const useBenchStore = (): BenchStore => {
  const store = useContext(BenchContext);
  if (!store) throw new Error('There is no bench here');
  return store;
};

/** A part of what is on the bench; redraws when that part changes. */
export const useBench = <T>(select: (state: BenchState & BenchActions) => T): T => useStore(useBenchStore(), select);
