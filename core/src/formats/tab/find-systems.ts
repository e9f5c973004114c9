import { STRING_RANGE } from '../../instrument/index.ts';

/** A line of tablature as it was found: its label, and its signs from a column on. */
interface FoundLine {
  readonly label: string;
  readonly body: string;
  /** Column of the text at which the body begins. */
  readonly start: number;
  /** Whether a bar line or a colon opens it. */
  readonly barred: boolean;
}

/** A line of a system: `body` begins at column `start` of the text. */
export interface TabLine {
  readonly label: string;
  readonly body: string;
  readonly start: number;
}

/** Lines that stand together, string 1 first; `first` is the index of the first of them in the text. */
export interface TabSystem {
  readonly first: number;
  readonly lines: readonly TabLine[];
}

const skipSpaces = (line: string, from: number): number => {
  let at = from;
  while (line[at] === ' ') at += 1;
  return at;
};

const isFigure = (sign: string | undefined): boolean => sign !== undefined && sign >= '0' && sign <= '9';

const skipFigures = (line: string, from: number): number => {
  let at = from;
  while (isFigure(line[at])) at += 1;
  return at;
};

/** A letter with its accidental, from a column on; empty where none stands there. */
const labelAt = (line: string, at: number): string => {
  if (!/[A-Ha-h]/.test(line[at] ?? '')) return '';
  return line.slice(at, /[#♯b♭]/.test(line[at + 1] ?? '') ? at + 2 : at + 1);
};

/** A number of the string or of its octave, where a bar line follows it; else what stands there is a fret. */
const skipNumber = (line: string, at: number): number => {
  const after = skipFigures(line, at);
  const then = skipSpaces(line, after);
  return after > at && /[|:]/.test(line[then] ?? '') ? then : at;
};

/**
 * A line of tablature: perhaps a number and a label, then a bar line, a colon or signs. Scanned from left to right, so
 * that no line takes longer than it is long.
 */
const scan = (line: string): FoundLine | undefined => {
  let at = skipSpaces(line, 0);
  const numbered = skipNumber(line, at);
  if (numbered > at) at = numbered;
  const label = labelAt(line, at);
  at = skipSpaces(line, at + label.length);
  at = skipNumber(line, at);
  const sign = line[at] ?? '';
  if (sign === '|' || sign === ':') return { label, body: `|${line.slice(at + 1)}`, start: at, barred: true };
  const opens = label === '' ? sign === '-' : /[-\dxX(<[~*]/.test(sign);
  return opens ? { label, body: line.slice(at), start: at, barred: false } : undefined;
};

interface Share {
  readonly dashes: number;
  readonly signs: number;
}

const shareOf = (body: string): Share => {
  let [dashes, signs] = [0, 0];
  for (const sign of body) {
    if (sign === '-') dashes += 1;
    if (sign !== ' ') signs += 1;
  }
  return { dashes, signs };
};

/** Surely a line of tablature: dashes enough. */
const isStrong = (found: FoundLine | undefined): boolean => {
  if (!found) return false;
  const { dashes, signs } = shareOf(found.body);
  return dashes >= 4 && dashes >= signs * 0.25;
};

/** Signs that lines of tablature are made of. */
const ONLY_SIGNS = /^[-|:*o.\d<>()[\]{}xXhHpPsSbrtTgG/\\~^=v ]+$/;

/** A line that is one beside others: it is short, or was left empty, but begins as they do. */
const isWeak = (found: FoundLine | undefined): boolean => {
  if (!found) return false;
  const { dashes, signs } = shareOf(found.body);
  if (found.barred && found.label !== '' && dashes >= 1 && ONLY_SIGNS.test(found.body)) return true;
  return dashes >= 1 && dashes * 2 >= signs - (found.barred ? 1 : 0) && (found.label !== '' || found.barred);
};

/** Whether lines that stand together are tablature: one of them surely is, or all begin as its lines do. */
const areTab = (run: readonly (FoundLine | undefined)[]): boolean =>
  run.some(isStrong) || run.every((found) => found?.barred && found.label !== '');

/** How few and how many lines a system has: one for each string. */
const STRINGS = STRING_RANGE;

/** Lines on common columns: counted from their bar lines where all have one, else from the first column of any. */
const aligned = (lines: readonly FoundLine[], source: readonly string[]): readonly TabLine[] => {
  if (lines.every(({ barred }) => barred)) return lines;
  const start = Math.min(...lines.map((line) => line.start));
  return lines.map(({ label, start: own }, index) => ({
    label,
    start,
    body: ' '.repeat(own - start) + (source[index] ?? '').slice(own),
  }));
};

/** The systems of a text: runs of three to ten lines of tablature. */
export const findSystems = (lines: readonly string[]): readonly TabSystem[] => {
  const systems: TabSystem[] = [];
  const found = lines.map(scan);
  let index = 0;
  while (index < lines.length) {
    let end = index;
    while (end < lines.length && (isStrong(found[end]) || isWeak(found[end]))) end += 1;
    if (end === index || !areTab(found.slice(index, end))) {
      index = Math.max(end, index + 1);
      continue;
    }
    const count = end - index;
    if (count >= STRINGS.least && count <= STRINGS.most)
      systems.push({ first: index, lines: aligned(found.slice(index, end) as FoundLine[], lines.slice(index, end)) });
    else if (count > STRINGS.most) systems.push(...stacked(found as FoundLine[], lines, index, end));
    index = end;
  }
  return systems;
};

/** Systems that stand on one another without a line between: cut where the labels begin again. */
const stacked = (
  found: readonly FoundLine[],
  lines: readonly string[],
  from: number,
  to: number,
): readonly TabSystem[] => {
  const labels = found.slice(from, to).map(({ label }) => label.toLowerCase());
  const size = [6, 7, 4, 5, 8, 9, 10, 3].find(
    (strings) =>
      (to - from) % strings === 0 &&
      labels.some((label) => label !== '') &&
      labels.every((label, place) => label === labels[place % strings]),
  );
  if (size === undefined) return [];
  return Array.from({ length: (to - from) / size }, (_, place) => {
    const first = from + place * size;
    return { first, lines: aligned(found.slice(first, first + size), lines.slice(first, first + size)) };
  });
};
