import { useState } from 'react';

const keyOf = (id: string): string => `known-drills:${id}`;

const kept = (id: string): readonly string[] => {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(keyOf(id)) ?? '[]');
    return Array.isArray(found) ? found.filter((key) => typeof key === 'string') : [];
  } catch {
    return [];
  }
};

/** Drills were once known by their values alone; their axes are those of the grid they are looked for in. */
const withAxes = (key: string, axes: readonly string[]): string => {
  if (key.includes('=')) return key;
  const values = key.split(' · ');
  return values.length === axes.length ? values.map((value, index) => `${axes[index]}=${value}`).join(' · ') : key;
};

/** Which drills of a pattern are known already, kept in this browser. */
export const useKnown = (
  id: string,
  axes: readonly string[],
): { readonly known: readonly string[]; readonly toggle: (key: string) => void } => {
  const [all, setAll] = useState(() => kept(id));
  const known = all.map((key) => withAxes(key, axes));
  const toggle = (key: string): void => {
    const next = known.includes(key) ? all.filter((_, index) => known[index] !== key) : [...all, key];
    localStorage.setItem(keyOf(id), JSON.stringify(next));
    setAll(next);
  };
  return { known, toggle };
};
