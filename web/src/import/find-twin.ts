import type { BatchFile } from './batch.ts';

const bytesOf = async (file: File): Promise<Uint8Array> =>
  file.arrayBuffer().then(
    (buffer) => new Uint8Array(buffer),
    () => new Uint8Array(),
  );

const isSame = (one: Uint8Array, other: Uint8Array): boolean =>
  one.length > 0 && one.length === other.length && one.every((value, index) => value === other[index]);

/** Larger files are not compared, and hardly music. */
const LARGEST = 5_000_000;

/** A file among others that has the same content. */
export const findTwin = async (file: File, others: readonly BatchFile[]): Promise<BatchFile | undefined> => {
  const alike = others.filter((other) => other.file.size === file.size);
  if (alike.length === 0 || file.size > LARGEST) return undefined;
  const own = await bytesOf(file);
  for (const other of alike) if (isSame(own, await bytesOf(other.file))) return other;
  return undefined;
};
