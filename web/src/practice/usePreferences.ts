import { create } from 'zustand';
import { readPreferences, type Preferences } from './preferences.ts';

const KEY = 'practice-room';

interface Keeper {
  readonly preferences: Preferences;
  readonly prefer: (change: Partial<Preferences>) => void;
}

/** How this browser likes the room, and how to change it. */
export const usePreferences = create<Keeper>((set, get) => ({
  preferences: readPreferences(localStorage.getItem(KEY)),
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
