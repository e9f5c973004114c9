import { message } from '../../message/index.ts';
import { ProblemError, createProblem } from '../../errors/index.ts';
import type { ZipEntries } from './import-file.ts';

/** A file of an archive as it is met. */
interface PackedFile {
  readonly name: string;
  ondata(error: Error | null, chunk: Uint8Array, final: boolean): void;
  start(): void;
}

/** What core needs of a zip library (fflate has it): one that unpacks as it is fed, so that it can be stopped. */
export interface ZipLibrary<Decoder> {
  readonly Unzip: new (met: (file: PackedFile) => void) => {
    register(decoder: Decoder): void;
    push(chunk: Uint8Array, final?: boolean): void;
  };
  readonly UnzipInflate: Decoder;
}

/** Files of an archive that are looked at. */
const MOST_FILES = 200;

/** Bytes fed at a time: of the most that deflating can save, four megabytes come of it. */
const FED = 4096;

const isWanted = ({ name }: PackedFile): boolean => /\.(musicxml|xml)$/i.test(name);

const tooLarge = (most: number): ProblemError =>
  new ProblemError(
    createProblem('too-large', {
      value: message('size.unpacks-to-more', { megabytes: most / 1e6 }),
      most: message('size.megabytes', { megabytes: most / 1e6 }),
    }),
  );

/** What has come out of an archive so far. */
class Basket {
  readonly files: Record<string, Uint8Array> = {};
  trouble: Error | undefined;
  private met = 0;
  private size = 0;

  constructor(private readonly most: number) {}

  take(file: PackedFile): void {
    this.met += 1;
    if (!isWanted(file) || this.met > MOST_FILES) return;
    const chunks: Uint8Array[] = [];
    file.ondata = (error, chunk, final) => {
      if (error) this.trouble ??= error;
      if (this.trouble) return;
      chunks.push(chunk);
      this.size += chunk.length;
      // What the archive itself says of its sizes is not believed.
      if (this.size > this.most) this.trouble = tooLarge(this.most);
      else if (final) this.files[file.name] = joined(chunks);
    };
    file.start();
  }
}

const joined = (chunks: readonly Uint8Array[]): Uint8Array => {
  const whole = new Uint8Array(chunks.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const chunk of chunks) {
    whole.set(chunk, at);
    at += chunk.length;
  }
  return whole;
};

/**
 * An unpacker that takes scores and tables of contents alone, and stops when they are larger together than they may be.
 */
export const createUnzipper =
  <Decoder>({ Unzip, UnzipInflate }: ZipLibrary<Decoder>) =>
  (bytes: Uint8Array, most: number): ZipEntries => {
    const basket = new Basket(most);
    const unzip = new Unzip((file) => basket.take(file));
    unzip.register(UnzipInflate);
    for (let at = 0; at < bytes.length && !basket.trouble; at += FED)
      unzip.push(bytes.subarray(at, at + FED), at + FED >= bytes.length);
    if (basket.trouble) throw basket.trouble;
    return basket.files;
  };
