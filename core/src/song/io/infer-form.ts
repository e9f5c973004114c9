import { rehearsalLetter } from '../rehearsal-letter.ts';
import {
  findJump,
  findRepeats,
  listBarsAfterJump,
  listIndexes,
  type ParsedBar,
  type RepeatSpan,
} from '../../formats/index.ts';
import { isDeepEqual } from '../../pattern/index.ts';
import { SONG_LIMITS, type Bar, type FormEntry } from '../model/song.ts';

/** A section as it is found in a file. */
export interface ImportedSection {
  readonly id: string;
  readonly name: string;
  readonly bars: readonly Bar[];
  readonly tempo?: number;
}

/** The sections of a file, and the order they are played in. */
export interface ImportedForm {
  readonly sections: readonly ImportedSection[];
  readonly form: readonly FormEntry[];
}

/** Collects sections; one that comes again with the same bars is the same section. */
class SectionCollector {
  readonly sections: ImportedSection[] = [];
  readonly form: FormEntry[] = [];

  constructor(
    private readonly read: readonly ParsedBar[],
    private readonly bars: readonly Bar[],
  ) {}

  /** The section of some bars, by their indexes. */
  private section(indexes: readonly number[], name: string | undefined): string {
    const bars = indexes.map((index) => this.bars[index] as Bar);
    const first = this.read[indexes[0] ?? 0];
    const known = this.sections.find(
      (one) => isDeepEqual(one.bars, bars) && one.tempo === first?.tempo && (name === undefined || one.name === name),
    );
    if (known) return known.id;
    const id = `section-${this.sections.length + 1}`;
    const free = name ?? rehearsalLetter(this.sections.length);
    this.sections.push({
      id,
      name: free.slice(0, 60),
      bars,
      ...(first?.tempo === undefined ? {} : { tempo: first.tempo }),
    });
    return id;
  }

  add(indexes: readonly number[], name?: string): void {
    if (indexes.length === 0) return;
    const section = this.section(indexes, name);
    const last = this.form.at(-1);
    if (last?.section === section && !last.endings && last.times < SONG_LIMITS.times)
      this.form[this.form.length - 1] = { ...last, times: last.times + 1 };
    else this.form.push({ section, times: 1 });
  }

  /** A repeat whose endings are of one length: one section with endings. */
  repeat(body: readonly number[], endings: readonly (readonly number[])[], times: number, name?: string): void {
    const section = this.section([...body, ...(endings[0] ?? [])], name);
    const later = endings
      .map((indexes, time) => ({ time: time + 1, bars: indexes.map((index) => this.bars[index] as Bar) }))
      .filter(({ time, bars }) => time > 1 && bars.length > 0);
    this.form.push({ section, times, ...(later.length > 0 ? { endings: later } : {}) });
  }
}

/** Bars cut where a section begins: at a name, after a double line, where the tempo changes. */
const splitAtBoundaries = (read: readonly ParsedBar[], from: number, to: number): readonly (readonly number[])[] => {
  const begins = listIndexes(from, to).filter((index) => {
    const bar = read[index];
    const before = read[index - 1];
    const isAfterSign = before?.signs?.toCoda || before?.signs?.fine || before?.signs?.back;
    const isSign = bar?.signs?.segno || bar?.signs?.coda || isAfterSign;
    return index === from || bar?.section !== undefined || before?.endsSection || bar?.tempo !== undefined || isSign;
  });
  return begins.map((start, place) => listIndexes(start, begins[place + 1] ?? to));
};

const addSegments = (
  made: SectionCollector,
  read: readonly ParsedBar[],
  indexes: readonly (readonly number[])[],
): void => indexes.forEach((some) => made.add(some, read[some[0] ?? 0]?.section));

const addRepeat = (made: SectionCollector, read: readonly ParsedBar[], { from, to, times }: RepeatSpan): void => {
  const body = listIndexes(from, to + 1).filter((index) => (read[index]?.endings ?? []).length === 0);
  const ofTime = (time: number): readonly number[] =>
    listIndexes(from, to + 1).filter((index) => read[index]?.endings?.includes(time));
  const endings = listIndexes(1, times + 1).map(ofTime);
  const name = read[from]?.section;
  const whole =
    splitAtBoundaries(read, from, from + body.length).length === 1 &&
    body.every((index, place) => index === from + place);
  const alike = endings.every(({ length }) => length === endings[0]?.length);
  if (whole && alike) return made.repeat(body, endings, Math.min(times, SONG_LIMITS.times), name);
  for (let time = 1; time <= times; time += 1) {
    addSegments(made, read, splitAtBoundaries(read, from, from + body.length));
    made.add(endings[time - 1] ?? []);
  }
};

/** Indexes cut wherever one does not follow the other. */
const splitAtGaps = (indexes: readonly number[]): readonly (readonly [from: number, to: number])[] => {
  const runs: [number, number][] = [];
  for (const index of indexes) {
    const last = runs.at(-1);
    if (last?.[1] === index) last[1] = index + 1;
    else runs.push([index, index + 1]);
  }
  return runs;
};

/**
 * The form of what was read: what is repeated is one section played several times, with its endings; the rest is cut
 * where a name, a double line or another tempo begins. After a D.C. or D.S. come the sections that are played again,
 * and the coda.
 */
export const inferForm = (read: readonly ParsedBar[], bars: readonly Bar[]): ImportedForm => {
  const made = new SectionCollector(read, bars);
  const end = (findJump(read)?.at ?? read.length - 1) + 1;
  let next = 0;
  for (const repeat of findRepeats(read.slice(0, end))) {
    addSegments(made, read, splitAtBoundaries(read, next, repeat.from));
    addRepeat(made, read, repeat);
    next = repeat.to + 1;
  }
  addSegments(made, read, splitAtBoundaries(read, next, end));
  for (const [from, to] of splitAtGaps(listBarsAfterJump(read)))
    addSegments(made, read, splitAtBoundaries(read, from, to));
  return { sections: made.sections, form: made.form };
};
