import type { ComparableTake } from '@fleet-wren/core';

const PREFIX = 'fleet-wren:last-take:';

type Kept = Pick<Storage, 'getItem' | 'setItem'> | undefined;

const isTake = (value: unknown): value is ComparableTake => {
  const { cycles, digits, tempo } = (value ?? {}) as Partial<Record<keyof ComparableTake, unknown>>;
  return Array.isArray(cycles) && Array.isArray(digits) && Array.isArray(tempo) && tempo.length === 2;
};

/** What the last take of something came to, as this browser keeps it; null where there is none that can be read. */
export const readEarlierTake = (storage: Kept, about: string): ComparableTake | null => {
  try {
    const kept: unknown = JSON.parse(storage?.getItem(PREFIX + about) ?? 'null');
    return isTake(kept) ? kept : null;
  } catch {
    return null;
  }
};

/** Keeps what a take came to, for the next one to be held against. */
export const keepTake = (storage: Kept, about: string, { cycles, digits, tempo }: ComparableTake): void => {
  try {
    storage?.setItem(PREFIX + about, JSON.stringify({ cycles, digits, tempo }));
  } catch {
    // A browser that keeps nothing compares nothing.
  }
};
