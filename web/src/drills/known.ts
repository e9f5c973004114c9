import { useState } from 'react';

const keyOf = (id: string): string => `known-drills:${id}`;

const kept = (id: string): readonly string[] => {
  try {
    return JSON.parse(localStorage.getItem(keyOf(id)) ?? '[]') as readonly string[];
  } catch {
    return [];
  }
};

/** Which drills of a pattern are known already, kept in this browser. */
export const useKnown = (id: string): { readonly known: readonly string[]; readonly toggle: (key: string) => void } => {
  const [known, setKnown] = useState(() => kept(id));
  const toggle = (key: string): void => {
    const next = known.includes(key) ? known.filter((one) => one !== key) : [...known, key];
    localStorage.setItem(keyOf(id), JSON.stringify(next));
    setKnown(next);
  };
  return { known, toggle };
};
