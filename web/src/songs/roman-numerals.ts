import { create } from 'zustand';

const KEPT_AS = 'roman-numerals';

interface Numerals {
  readonly isShown: boolean;
  readonly toggle: () => void;
}

/** Whether bars show their chords as degrees of the key, in this browser. */
export const useRomanNumerals = create<Numerals>((set, get) => ({
  isShown: localStorage.getItem(KEPT_AS) === 'shown',
  toggle: () => {
    const isShown = !get().isShown;
    localStorage.setItem(KEPT_AS, isShown ? 'shown' : 'hidden');
    set({ isShown });
  },
}));
