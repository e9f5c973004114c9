/** One line of a tablature: its label, and its signs from a column on. */
export interface TabLine {
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

/** A line of tablature: perhaps a label and a string number, a bar line or a dash, then mostly dashes and signs. */
const TAB_LINE = /^(\s*)([A-Ga-g][#♯b♭]?)?\s*\d?\s*([|:]+-*|-)(.*)$/;

const looksLikeTab = (line: string): boolean => {
  const match = TAB_LINE.exec(line);
  if (!match) return false;
  const body = `${match[3] ?? ''}${match[4] ?? ''}`;
  const dashes = (body.match(/-/g) ?? []).length;
  return dashes >= 4 && dashes >= body.replaceAll(' ', '').length * 0.25;
};

const tabLine = (line: string): TabLine => {
  const match = TAB_LINE.exec(line) as RegExpExecArray;
  const opening = /^[|:]+/.exec(match[3] ?? '')?.[0].length ?? 0;
  const start = line.length - (match[3] ?? '').length - (match[4] ?? '').length + opening;
  return { label: match[2] ?? '', body: line.slice(start).trimEnd(), start };
};

/** How few and how many lines a system has: one for each string. */
const STRINGS = { least: 4, most: 8 } as const;

/** The systems of a text: runs of four to eight lines of tablature. */
export const findSystems = (lines: readonly string[]): readonly TabSystem[] => {
  const systems: TabSystem[] = [];
  let run: number[] = [];
  const close = (): void => {
    if (run.length >= STRINGS.least && run.length <= STRINGS.most)
      systems.push({ first: run[0] as number, lines: run.map((index) => tabLine(lines[index] ?? '')) });
    run = [];
  };
  lines.forEach((line, index) => {
    if (looksLikeTab(line)) run.push(index);
    else close();
  });
  close();
  return systems;
};
