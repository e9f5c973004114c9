import { listMxlEntries } from '@fleet-wren/core';
import { strToU8, zipSync, type Zippable } from 'fflate';

/** The oldest time a zip can hold: the same score is the same file whenever it is written. */
const MADE = new Date(1980, 0, 2);

/** A score as a compressed file. */
export const packScore = (score: string): Uint8Array => {
  const files = Object.entries(listMxlEntries(score)).map(([name, text]): readonly [string, Zippable[string]] => [
    name,
    [strToU8(text), { level: name === 'mimetype' ? 0 : 6, mtime: MADE }],
  ]);
  return zipSync(Object.fromEntries(files));
};
