import { romanNumeral, type Bar, type Key } from '@fleet-wren/core';
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

/** The chords of a bar as degrees of the key they are named in; `next` is the bar after it. */
export const formatBarNumerals = ({ chords }: Bar, next: Bar | undefined, key: Key): string =>
  chords
    .map(({ voicing }, index) => {
      const following = chords[index + 1] ?? next?.chords[0];
      return romanNumeral(voicing, key, following?.voicing) ?? '';
    })
    .join(' ')
    .trim();
