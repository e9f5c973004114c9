import { message, type Message } from '../../message/index.ts';
import { ProblemError, failure, createProblem, success, type Problem, type Result } from '../../errors/index.ts';
import { PATTERN_LIMITS, UNTITLED } from '../../pattern/index.ts';
import type { ImportedPattern } from '../imported-pattern.ts';
import { parsePatternFile } from '../native/parse-pattern.ts';
import { parseMidiMusic } from '../midi/import-midi.ts';
import type { ParsedMusic } from '../parsed-music/parsed-music.ts';
import { convertToPattern, type ImportSelection } from '../parsed-music/to-pattern.ts';
import { findJump, findRepeats } from '../parsed-music/repeats.ts';
import { parseMusicXmlText, type XmlParser } from '../musicxml/import-musicxml.ts';
import type { ParsedPart } from '../musicxml/parse-score.ts';
import { XML_LIMITS } from '../musicxml/xml-tree.ts';
import { parseAbc } from '../abc/parse-abc.ts';
import { parseTab } from '../tab/import-tab.ts';
import { decodeText } from './decode-text.ts';
import { detectFileType, validateReadable, validateSize, validateText, type FileType } from './file-type.ts';

/** A file in an archive, as a zip library unpacks it. */
export type ZipEntries = Readonly<Record<string, Uint8Array>>;

/** What reading takes from elsewhere: a parser of XML, and an unpacker that keeps to a number of bytes in all. */
export interface ImportTools {
  readonly createParser: () => XmlParser;
  readonly unzip: (bytes: Uint8Array, most: number) => ZipEntries;
}

/** A file to be read. */
export interface SourceFile {
  readonly name: string;
  readonly bytes: Uint8Array;
}

/** What a file holds, as its reader found it, and the parts that can be chosen. */
export interface ParsedFile {
  readonly kind: FileType;
  readonly music: ParsedMusic;
  readonly parts: readonly ParsedPart[];
  readonly part: number;
}

/** What can be chosen of a file, and what was. */
export interface ImportChoices {
  readonly kind: FileType;
  readonly parts: readonly ParsedPart[];
  readonly part: number;
  /** How many bars it has as written, which of them were taken, and how many repeats there are. */
  readonly bars: number;
  readonly selectedBars: readonly [from: number, to: number];
  readonly repeats: number;
}

/** A pattern that was read of a file, and what could be chosen instead; ours offer nothing. */
export interface ImportResult {
  readonly imported: ImportedPattern;
  readonly offer: ImportChoices | null;
}

const startOf = (bytes: Uint8Array): string => String.fromCharCode(...bytes.subarray(0, 64));

const damaged = (reason: Message): Problem => createProblem('file-damaged', { reason });

/** The score inside an archive: the one its table of contents names, else the first there is. */
const scoreIn = (files: ZipEntries): Uint8Array | undefined => {
  const contents = files['META-INF/container.xml'];
  const named = contents && /full-path="([^"]+)"/.exec(decodeText(contents).slice(0, 20_000))?.[1];
  if (named !== undefined && files[named]) return files[named];
  const first = Object.keys(files).find((path) => !path.startsWith('META-INF/') && /\.(musicxml|xml)$/i.test(path));
  return first === undefined ? undefined : files[first];
};

const unpacked = (bytes: Uint8Array, { unzip }: ImportTools): Result<string> => {
  try {
    const score = scoreIn(unzip(bytes, XML_LIMITS.characters));
    return score ? success(decodeText(score)) : failure(damaged(message('file-problem.no-score')));
  } catch (error) {
    if (error instanceof ProblemError) return failure(...error.problems);
    return failure(damaged(message('file-problem.archive-damaged')));
  }
};

/** What music without a title is called: what its file is called. */
const titled = (music: ParsedMusic, file: string): ParsedMusic => ({
  ...music,
  name: music.name?.trim() || file.replace(/\.[^.]*$/, '').trim() || UNTITLED,
});

/** What was read of a file of this name. */
const ofKind = (
  { kind, name }: { readonly kind: FileType; readonly name: string },
  read: Result<ParsedMusic & { readonly parts?: readonly ParsedPart[]; readonly part?: number }>,
): Result<ParsedFile> =>
  read.ok
    ? success({ kind, music: titled(read.value, name), parts: read.value.parts ?? [], part: read.value.part ?? 0 })
    : read;

/**
 * Reads what a file holds as music as it is written, whatever kind it is. Errors: `too-large`, `not-read` for kinds
 * that are known and not read, `file-damaged`, those of its kind.
 */
export const parseFile = ({ name, bytes }: SourceFile, tools: ImportTools, part?: number): Result<ParsedFile> => {
  const kind = detectFileType(name, startOf(bytes));
  const large = validateSize(kind, bytes.length);
  if (large) return failure(large);
  if (kind === 'midi') return ofKind({ kind, name }, parseMidiMusic(bytes, part));
  const text = kind === 'packed' ? unpacked(bytes, tools) : success(decodeText(bytes));
  if (!text.ok) return text;
  const refused = validateReadable(startOf(bytes)) ?? validateText(text.value);
  if (refused) return failure(refused);
  if (kind === 'abc') return ofKind({ kind, name }, parseAbc(text.value, part));
  if (kind === 'tablature') return ofKind({ kind, name }, parseTab(text.value));
  return ofKind({ kind, name }, parseMusicXmlText(text.value, tools.createParser(), part));
};

/** Bars of a long file that are taken where nothing is chosen. */
const FIRST_BARS = 16;

/** The bars to take: those chosen, else all, or the first of a file that is too long. */
const barsOf = ({ bars }: ParsedMusic, choice: ImportSelection): readonly [number, number] => {
  const notes = bars.reduce((sum, one) => sum + one.notes.length, 0);
  const long = bars.length > PATTERN_LIMITS.bars || notes > PATTERN_LIMITS.strokes;
  const [from, to] = choice.bars ?? [1, long ? FIRST_BARS : bars.length];
  const first = Math.min(Math.max(1, from), Math.max(1, bars.length));
  return [first, Math.min(Math.max(first, to), Math.max(1, bars.length))];
};

/** Passages that can be played out as they are repeated: repeats, and a D.C. or D.S. */
const countRepeats = (bars: ParsedMusic['bars']): number => findRepeats(bars).length + (findJump(bars) ? 1 : 0);

const foundIn = ({ kind, music, parts, part }: ParsedFile, choice: ImportSelection): Result<ImportResult> => {
  const selectedBars = barsOf(music, choice);
  const made = convertToPattern(music, { ...choice, bars: selectedBars });
  if (!made.ok) return made;
  const offer = { kind, parts, part, bars: music.bars.length, selectedBars, repeats: countRepeats(music.bars) };
  return success({ imported: made.value, offer });
};

/**
 * Reads a pattern out of a file of any kind, or of the part and the bars of it that are chosen. A file that is too long
 * for a pattern gives its first bars.
 */
export const importPattern = (
  file: SourceFile,
  tools: ImportTools,
  choice: ImportSelection = {},
): Result<ImportResult> => {
  if (detectFileType(file.name, startOf(file.bytes)) === 'ours') {
    const large = validateSize('ours', file.bytes.length);
    const read = large ? failure(large) : parsePatternFile(decodeText(file.bytes));
    return read.ok
      ? success({ imported: { pattern: read.value, warnings: [], hasInferredPositions: false }, offer: null })
      : read;
  }
  const read = parseFile(file, tools, choice.part);
  return read.ok ? foundIn(read.value, choice) : read;
};
