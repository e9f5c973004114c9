import { WrenError, problem } from '../../errors/index.ts';
import type { Unpacked } from './read.ts';

/** A file of an archive before it is unpacked. */
interface PackedFile {
  readonly name: string;
  readonly originalSize: number;
}

/** What core needs of a zip library (fflate has it): it unpacks the files a filter takes. */
export type Unzip = (bytes: Uint8Array, options: { readonly filter: (file: PackedFile) => boolean }) => Unpacked;

/** Files of an archive that are looked at. */
const MOST_FILES = 200;

const isWanted = ({ name }: PackedFile): boolean => /\.(musicxml|xml)$/i.test(name);

/** An unpacker that takes scores and tables of contents alone, and stops before they are larger together than they may be. */
export const unpackerOf =
  (unzip: Unzip) =>
  (bytes: Uint8Array, most: number): Unpacked => {
    let [files, size] = [0, 0];
    return unzip(bytes, {
      filter: (file) => {
        files += 1;
        if (!isWanted(file) || files > MOST_FILES) return false;
        size += file.originalSize;
        if (size > most) {
          const value = `${(size / 1e6).toFixed(0)} MB unpacked`;
          throw new WrenError(problem('too-large', { value, most: `${most / 1e6} MB` }));
        }
        return true;
      },
    });
  };
