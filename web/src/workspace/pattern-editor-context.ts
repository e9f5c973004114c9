import { createContext, useContext } from 'react';
import { useStore } from 'zustand';
import type { PatternEditorActions, PatternEditorState, PatternEditorStore } from './pattern-editor-store.ts';

const BenchContext = createContext<PatternEditorStore | null>(null);

/** Puts a bench in reach of everything on the screen. */
export const PatternEditorProvider = BenchContext.Provider;

/** The bench itself, for handlers. */
export const usePatternEditorStore = (): PatternEditorStore => {
  const store = useContext(BenchContext);
  if (!store) throw new Error('There is no bench here');
  return store;
};

/** A part of what is on the bench; redraws when that part changes. */
export const usePatternEditor = <T>(select: (state: PatternEditorState & PatternEditorActions) => T): T =>
  useStore(usePatternEditorStore(), select);
