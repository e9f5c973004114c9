/** A piece of an ABC text: a field with its letter, or notes; with its place in the text. */
export interface AbcLine {
  /** The letter of a field; undefined for notes. */
  readonly field?: string;
  readonly text: string;
  /** Counted from 1. */
  readonly line: number;
}

/** One tune of a text: its lines up to the next. */
export interface AbcTune {
  readonly lines: readonly AbcLine[];
}

const FIELD = /^([A-Za-z+]):\s?(.*)$/;

/** A line without its comment; a percent sign behind a backslash is none. */
const withoutComment = (text: string): string => text.replace(/(^|[^\\])%.*$/, '$1').trimEnd();

const toLine = (raw: string, index: number): AbcLine | undefined => {
  const text = withoutComment(raw);
  if (text.trim() === '') return undefined;
  const [, field, content = ''] = FIELD.exec(text) ?? [];
  // “K:” begins a field; so do all letters but bars that begin with a repeat.
  return field ? { field, text: content, line: index + 1 } : { text, line: index + 1 };
};

/** The tunes of a text: each from its number on; fields before the first hold for all. */
export const splitAbcTunes = (text: string): readonly AbcTune[] => {
  const shared: AbcLine[] = [];
  const tunes: AbcLine[][] = [];
  for (const [index, raw] of text
    .replace(/^\uFEFF/, '')
    .split(/\r\n|\r|\n/)
    .entries()) {
    const line = toLine(raw, index);
    if (!line) continue;
    if (line.field === 'X') tunes.push([...shared, line]);
    else (tunes.at(-1) ?? shared).push(line);
  }
  // A text without a number is a tune all the same.
  return (tunes.length > 0 ? tunes : [shared]).map((lines) => ({ lines }));
};
