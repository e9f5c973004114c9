import { message } from '../../message/index.ts';
import { createProblem, type Problem } from '../../errors/index.ts';
import { MAX_FILE_CHARACTERS } from '../native/file-envelope.ts';
import { MAX_MIDI_BYTES } from '../midi/import-midi.ts';
import { XML_LIMITS } from '../musicxml/xml-tree.ts';
import { ABC_LIMITS } from '../abc/parse-abc.ts';
import { MAX_TAB_CHARACTERS } from '../tab/import-tab.ts';

/** What a file is, as its name and its first signs tell. */
export type FileType = 'ours' | 'midi' | 'musicxml' | 'packed' | 'abc' | 'tablature';

const ENDINGS: readonly (readonly [RegExp, FileType])[] = [
  [/\.json$/i, 'ours'],
  [/\.(midi?|rmi|kar|smf)$/i, 'midi'],
  [/\.(musicxml|xml)$/i, 'musicxml'],
  [/\.mxl$/i, 'packed'],
  [/\.abc$/i, 'abc'],
  [/\.(txt|tab)$/i, 'tablature'],
];

/** What a file begins with says more than its name. */
const STARTS: readonly (readonly [RegExp, FileType])[] = [
  [/^MThd/, 'midi'],
  [/^RIFF[^]{4}RMID/, 'midi'],
  [/^PK(?=\W)/, 'packed'],
  // Text notation begins with the number of its tune.
  [/^(?:\u00ef\u00bb\u00bf|\uFEFF)?\s*(?:%[^\n]*\n\s*)*X: ?\d/, 'abc'],
];

/**
 * The kind of a file by what it begins with where that is sure, by its name, else by what it seems to hold.
 * @example
 * detectFileType('song.mid', '') // => 'midi'
 */
export const detectFileType = (name: string, start: string): FileType => {
  const sure = STARTS.find(([begins]) => begins.test(start))?.[1];
  const byName = ENDINGS.find(([ending]) => ending.test(name))?.[1];
  if (sure ?? byName) return (sure ?? byName) as FileType;
  if (/^\uFEFF?\s*</.test(start)) return 'musicxml';
  // A brace before a word is a heading of a song sheet.
  return /^\uFEFF?\s*\{\s*["}]/.test(start) ? 'ours' : 'tablature';
};

/** Kinds of files that are known, and are not read. */
const UNREAD: readonly (readonly [begins: RegExp, kind: 'pdf' | 'picture' | 'recording'])[] = [
  [/^%PDF/, 'pdf'],
  [/^(\u0089PNG|\u00ff\u00d8\u00ff|GIF8)/, 'picture'],
  [/^(RIFF[^]{4}WAVE|ID3|OggS|fLaC)/, 'recording'],
];

/** Why a file is not read though its kind is known; undefined where it may be. */
export const validateReadable = (start: string): Problem | undefined => {
  const known = UNREAD.find(([begins]) => begins.test(start));
  return known ? createProblem('not-read', { kind: known[1] }) : undefined;
};

/** Control characters a text may have: tabs, ends of lines and pages, and what old systems end files by. */
const TEXT_CONTROLS: ReadonlySet<number> = new Set([9, 10, 11, 12, 13, 26, 27]);

/** How much of a text is looked at, and the share of other control characters from which it is none (est.). */
const BINARY = { characters: 4000, share: 0.01 } as const;

/** Why bytes that were read as text are none; undefined where they are. */
export const validateText = (text: string): Problem | undefined => {
  const start = text.slice(0, BINARY.characters);
  let count = 0;
  for (let at = 0; at < start.length; at += 1) {
    const code = start.charCodeAt(at);
    if (code < 32 && !TEXT_CONTROLS.has(code)) count += 1;
  }
  return count > BINARY.share * start.length ? createProblem('not-read', { kind: 'binary' }) : undefined;
};

/** Bytes a file of each kind may have: those of the longest text of its kind that is read. */
const LARGEST: Readonly<Record<FileType, number>> = {
  ours: 4 * MAX_FILE_CHARACTERS,
  midi: MAX_MIDI_BYTES,
  musicxml: 4 * XML_LIMITS.characters,
  packed: XML_LIMITS.characters,
  abc: 4 * ABC_LIMITS.characters,
  tablature: 4 * MAX_TAB_CHARACTERS,
};

/**
 * Whether a file is too large for its kind, before anything of it is read; undefined where it is not.
 * @example
 * validateSize('midi', 9e6).code // => 'too-large'
 */
export const validateSize = (kind: FileType, bytes: number): Problem | undefined => {
  if (bytes <= LARGEST[kind]) return undefined;
  const most =
    kind === 'ours'
      ? message('size.million-characters', { millions: MAX_FILE_CHARACTERS / 1e6 })
      : message('size.megabytes', { megabytes: LARGEST[kind] / 1e6 });
  return createProblem('too-large', { value: message('size.megabytes', { megabytes: bytes / 1e6 }), most });
};
