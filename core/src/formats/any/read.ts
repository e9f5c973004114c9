import { message, type Message } from '../../message/index.ts';
import { WrenError, failure, problem, success, type Problem, type Result } from '../../errors/index.ts';
import { PATTERN_LIMITS, UNTITLED } from '../../pattern/index.ts';
import type { Imported } from '../imported.ts';
import { readPatternFile } from '../json/read.ts';
import { readMidiMusic } from '../midi/read.ts';
import type { ReadMusic } from '../music/music.ts';
import { patternOfMusic, type Choice } from '../music/pattern-of.ts';
import { repeatsOf } from '../music/repeats.ts';
import { readMusicXmlMusic, type XmlParser } from '../musicxml/read-text.ts';
import type { ReadPart } from '../musicxml/read.ts';
import { XML_LIMITS } from '../musicxml/xml.ts';
import { readTabMusic } from '../tab/read.ts';
import { textOfBytes } from './decode.ts';
import { fileKind, notRead, tooLargeFor, type FileKind } from './kind.ts';

/** A file in an archive, as a zip library unpacks it. */
export type Unpacked = Readonly<Record<string, Uint8Array>>;

/** What reading takes from elsewhere: a parser of XML, and an unpacker that keeps to a number of bytes in all. */
export interface ReadingTools {
  readonly parser: () => XmlParser;
  readonly unpack: (bytes: Uint8Array, most: number) => Unpacked;
}

/** A file to be read. */
export interface SourceFile {
  readonly name: string;
  readonly bytes: Uint8Array;
}

/** What a file holds, as its reader found it, and the parts that can be chosen. */
export interface FileMusic {
  readonly kind: FileKind;
  readonly music: ReadMusic;
  readonly parts: readonly ReadPart[];
  readonly part: number;
}

/** What can be chosen of a file, and what was. */
export interface Offer {
  readonly kind: FileKind;
  readonly parts: readonly ReadPart[];
  readonly part: number;
  /** How many bars it has as written, which of them were taken, and how many repeats there are. */
  readonly bars: number;
  readonly taken: readonly [from: number, to: number];
  readonly repeats: number;
}

/** A pattern that was read of a file, and what could be chosen instead; ours offer nothing. */
export interface Found {
  readonly imported: Imported;
  readonly offer: Offer | null;
}

const startOf = (bytes: Uint8Array): string => String.fromCharCode(...bytes.subarray(0, 64));

const damaged = (reason: Message): Problem => problem('file-damaged', { reason });

/** The score inside an archive: the one its table of contents names, else the first there is. */
const scoreIn = (files: Unpacked): Uint8Array | undefined => {
  const contents = files['META-INF/container.xml'];
  const named = contents && /full-path="([^"]+)"/.exec(textOfBytes(contents).slice(0, 20_000))?.[1];
  if (named !== undefined && files[named]) return files[named];
  const first = Object.keys(files).find((path) => !path.startsWith('META-INF/') && /\.(musicxml|xml)$/i.test(path));
  return first === undefined ? undefined : files[first];
};

const unpacked = (bytes: Uint8Array, { unpack }: ReadingTools): Result<string> => {
  try {
    const score = scoreIn(unpack(bytes, XML_LIMITS.characters));
    return score ? success(textOfBytes(score)) : failure(damaged(message('file-problem.no-score')));
  } catch (error) {
    if (error instanceof WrenError) return failure(...error.problems);
    return failure(damaged(message('file-problem.archive-damaged')));
  }
};

/** What music without a title is called: what its file is called. */
const titled = (music: ReadMusic, file: string): ReadMusic => ({
  ...music,
  name: music.name?.trim() || file.replace(/\.[^.]*$/, '').trim() || UNTITLED,
});

/** What was read of a file of this name. */
const ofKind = (
  { kind, name }: { readonly kind: FileKind; readonly name: string },
  read: Result<ReadMusic & { readonly parts?: readonly ReadPart[]; readonly part?: number }>,
): Result<FileMusic> =>
  read.ok
    ? success({ kind, music: titled(read.value, name), parts: read.value.parts ?? [], part: read.value.part ?? 0 })
    : read;

/**
 * Reads what a file holds as music as it is written, whatever kind it is. Errors: `too-large`, `not-read` for kinds that are
 * known and not read, `file-damaged`, those of its kind.
 */
export const readFileMusic = ({ name, bytes }: SourceFile, tools: ReadingTools, part?: number): Result<FileMusic> => {
  const kind = fileKind(name, startOf(bytes));
  const large = tooLargeFor(kind, bytes.length);
  if (large) return failure(large);
  if (kind === 'midi') return ofKind({ kind, name }, readMidiMusic(bytes, part));
  const text = kind === 'packed' ? unpacked(bytes, tools) : success(textOfBytes(bytes));
  if (!text.ok) return text;
  const refused = notRead(name, startOf(bytes), text.value);
  if (refused) return failure(refused);
  if (kind === 'tablature') return ofKind({ kind, name }, readTabMusic(text.value));
  return ofKind({ kind, name }, readMusicXmlMusic(text.value, tools.parser(), part));
};

/** Bars of a long file that are taken where nothing is chosen. */
const FIRST_BARS = 16;

/** The bars to take: those chosen, else all, or the first of a file that is too long. */
const barsOf = ({ bars }: ReadMusic, choice: Choice): readonly [number, number] => {
  const notes = bars.reduce((sum, one) => sum + one.notes.length, 0);
  const long = bars.length > PATTERN_LIMITS.bars || notes > PATTERN_LIMITS.strokes;
  const [from, to] = choice.bars ?? [1, long ? FIRST_BARS : bars.length];
  const first = Math.min(Math.max(1, from), Math.max(1, bars.length));
  return [first, Math.min(Math.max(first, to), Math.max(1, bars.length))];
};

const foundIn = ({ kind, music, parts, part }: FileMusic, choice: Choice): Result<Found> => {
  const taken = barsOf(music, choice);
  const made = patternOfMusic(music, { ...choice, bars: taken });
  if (!made.ok) return made;
  const offer = { kind, parts, part, bars: music.bars.length, taken, repeats: repeatsOf(music.bars).length };
  return success({ imported: made.value, offer });
};

/**
 * Reads a pattern out of a file of any kind, or of the part and the bars of it that are chosen. A file that is too long for
 * a pattern gives its first bars.
 */
export const readAnyFile = (file: SourceFile, tools: ReadingTools, choice: Choice = {}): Result<Found> => {
  if (fileKind(file.name, startOf(file.bytes)) === 'ours') {
    const large = tooLargeFor('ours', file.bytes.length);
    const read = large ? failure(large) : readPatternFile(textOfBytes(file.bytes));
    return read.ok ? success({ imported: { pattern: read.value, remarks: [], guessed: false }, offer: null }) : read;
  }
  const read = readFileMusic(file, tools, choice.part);
  return read.ok ? foundIn(read.value, choice) : read;
};
