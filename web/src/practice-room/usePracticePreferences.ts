import { create } from 'zustand';
import { parsePreferences, type PracticePreferences } from './preferences.ts';

const KEY = 'practice-room';

interface Keeper {
  readonly preferences: PracticePreferences;
  readonly prefer: (change: Partial<PracticePreferences>) => void;
}

/** How this browser likes the room, and how to change it. */
export const usePracticePreferences = create<Keeper>((set, get) => ({
  preferences: parsePreferences(localStorage.getItem(KEY)),
  prefer: (change) => {
    const preferences = { ...get().preferences, ...change };
    // A full or locked store changes nothing of what is seen now.
    try {
      localStorage.setItem(KEY, JSON.stringify(preferences));
    } finally {
      set({ preferences });
    }
  },
}));
