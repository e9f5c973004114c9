/** One line of a tablature: its label, and its signs from a column on. */
interface TabLine {
  readonly label: string;
  readonly body: string;
  /** Column of the text at which the body begins. */
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

/**
 * A line of tablature: perhaps a label and a string number, then a bar line, a repeat sign or a dash, then mostly dashes
 * and signs. Scanned from left to right, so that no line takes longer than it is long.
 */
const scan = (line: string): TabLine | undefined => {
  let at = skipSpaces(line, 0);
  let label = '';
  if (/[A-Ga-g]/.test(line[at] ?? '')) {
    label = line[at] as string;
    at += 1;
    if (/[#♯b♭]/.test(line[at] ?? '')) {
      label += line[at] as string;
      at += 1;
    }
  }
  at = skipSpaces(line, at);
  if (/\d/.test(line[at] ?? '')) at = skipSpaces(line, at + 1);
  const opened = at;
  while (line[at] === '|' || line[at] === ':') at += 1;
  if (at === opened && line[at] !== '-') return undefined;
  return { label, body: line.slice(at).trimEnd(), start: at };
};

const looksLikeTab = (found: TabLine | undefined): found is TabLine => {
  if (!found) return false;
  let [dashes, signs] = [0, 0];
  for (const sign of found.body) {
    if (sign === '-') dashes += 1;
    if (sign !== ' ') signs += 1;
  }
  return dashes >= 4 && dashes >= signs * 0.25;
};

/** How few and how many lines a system has: one for each string. */
const STRINGS = { least: 4, most: 8 } as const;

/** The systems of a text: runs of four to eight lines of tablature. */
export const findSystems = (lines: readonly string[]): readonly TabSystem[] => {
  const systems: TabSystem[] = [];
  let run: TabLine[] = [];
  const close = (end: number): void => {
    if (run.length >= STRINGS.least && run.length <= STRINGS.most)
      systems.push({ first: end - run.length, lines: run });
    run = [];
  };
  lines.forEach((line, index) => {
    const found = scan(line);
    if (looksLikeTab(found)) run.push(found);
    else close(index);
  });
  close(lines.length);
  return systems;
};
