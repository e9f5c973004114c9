import { listMxlEntries } from '@fleet-wren/core';
import { strToU8, zipSync, type Zippable } from 'fflate';

/** A score as a compressed file. */
export const packScore = (score: string): Uint8Array<ArrayBuffer> => {
  const files = Object.entries(listMxlEntries(score)).map(([name, text]): readonly [string, Zippable[string]] => [
    name,
    [strToU8(text), { level: name === 'mimetype' ? 0 : 6 }],
  ]);
  return Uint8Array.from(zipSync(Object.fromEntries(files)));
};
