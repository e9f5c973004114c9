import { message, type Label } from '../../message/index.ts';
import { failure, createProblem, success, type Result } from '../../errors/index.ts';
import { STRING_RANGE } from '../../instrument/index.ts';
import { PATTERN_LIMITS } from '../../pattern/index.ts';
import { TICKS_PER_QUARTER, ticksPerBar, type Metre } from '../../time/index.ts';
import type { ParsedBar, ParsedChord, ParsedMusic, ParsedNote } from '../parsed-music/parsed-music.ts';
import {
  parseStaffTuning,
  inferMetre,
  parseKeyElement,
  parseTimeSignature,
  parseTranspose,
  correctOctaves,
} from './parse-attributes.ts';
import {
  parseBarlines,
  parseFormSigns,
  parseRehearsalMark,
  parseSwing,
  parseTempo,
  parseLyrics,
} from './parse-directions.ts';
import { parseHarmony } from './parse-harmony.ts';
import { isTieContinuation, listIgnoredNotations, parseNote, slurThatEndsAt, type LeftMark } from './parse-note.ts';
import { isPluckedPart } from '../parsed-music/plucked-part.ts';
import { graceOf } from './parse-ornaments.ts';
import { findChild, listChildren, findDescendant, numberAt, textAt, type XmlNode } from './xml-tree.ts';

/** A bar while it is read: its metre may not be known yet. */
interface OpenBar {
  readonly measure: XmlNode;
  readonly metre: Metre | undefined;
  /** How far its notes and rests go, in ticks. */
  readonly ticks: number;
  readonly notes: readonly ParsedNote[];
  readonly chords: readonly ParsedChord[];
  readonly endings: readonly number[] | undefined;
}

/** What goes on from measure to measure. */
interface Walk {
  divisions: number;
  metre: Metre | undefined;
  transpose: ReadonlyMap<string, number>;
  ending: readonly number[] | undefined;
  readonly strings: number;
  readonly left: Map<LeftMark, number>;
}

const leaveOut = ({ left }: Walk, name: LeftMark): void => void left.set(name, (left.get(name) ?? 0) + 1);

/** Reads one measure from its first element to its last. */
class MeasureReader {
  private now = 0;
  private last = 0;
  private longest = 0;
  readonly notes: ParsedNote[] = [];
  readonly chords: ParsedChord[] = [];
  private readonly graces: ParsedNote[] = [];

  constructor(private readonly walk: Walk) {}

  get ticks(): number {
    return this.toTicks(this.longest);
  }

  read(node: XmlNode): void {
    if (node.name === 'attributes') this.attributes(node);
    else if (node.name === 'backup') this.now = Math.max(0, this.now - (numberAt(node, 'duration') ?? 0));
    else if (node.name === 'forward') this.pass(numberAt(node, 'duration') ?? 0);
    else if (node.name === 'note') this.note(node);
    else if (node.name === 'harmony') this.harmony(node);
  }

  private toTicks(units: number): number {
    return Math.round((units / this.walk.divisions) * TICKS_PER_QUARTER);
  }

  private pass(units: number): void {
    this.now += Math.max(0, units);
    this.longest = Math.max(this.longest, this.now);
  }

  private attributes(node: XmlNode): void {
    const { walk } = this;
    const divisions = numberAt(node, 'divisions');
    if (divisions !== undefined && divisions > 0) walk.divisions = divisions;
    walk.metre = parseTimeSignature(node) ?? walk.metre;
    if (findChild(node, 'transpose')) walk.transpose = parseTranspose(node);
  }

  private transposeFor(node: XmlNode): number {
    const { transpose } = this.walk;
    return transpose.get(textAt(node, 'staff') ?? '1') ?? transpose.get('') ?? 0;
  }

  private note(node: XmlNode): void {
    const grace = findChild(node, 'grace') !== undefined;
    const units = grace ? 0 : Math.max(0, numberAt(node, 'duration') ?? 0);
    const chord = findChild(node, 'chord') !== undefined;
    const at = chord ? this.last : this.now;
    if (grace) this.grace(node);
    else if (!findChild(node, 'rest') && !findChild(node, 'cue')) this.pitched(node, at, units);
    if (chord || grace) return;
    this.last = this.now;
    this.pass(units);
  }

  private pitched(node: XmlNode, at: number, units: number): void {
    if (isTieContinuation(node)) return;
    const note = parseNote(node, this.toTicks(at), this.toTicks(units), this.transposeFor(node));
    if (note) this.notes.push(this.withGrace(note, node));
    else leaveOut(this.walk, 'unpitched');
    for (const name of listIgnoredNotations(node)) leaveOut(this.walk, name);
  }

  /** Kept until its note comes: the last before it on its string, or in its staff where no strings are told. */
  private grace(node: XmlNode): void {
    const note = parseNote(node, 0, 0, this.transposeFor(node));
    if (note) this.graces.push(note);
    else leaveOut(this.walk, 'grace');
  }

  private withGrace(note: ParsedNote, node: XmlNode): ParsedNote {
    const index = this.graces.findLastIndex(({ string, staff }) => staff === note.staff && string === note.string);
    const [before] = index < 0 ? [] : this.graces.splice(index, 1);
    const grace = before && graceOf(before, note, slurThatEndsAt(findChild(node, 'notations')));
    if (!grace) {
      if (before) leaveOut(this.walk, 'grace');
      return note;
    }
    // What leads to it comes from its grace note, not from the note before that.
    const { slur: _slur, ...marks } = note.marks;
    return { ...note, marks: { ...marks, grace } };
  }

  /** Grace notes that no note came for. */
  finish(): void {
    for (const _grace of this.graces) leaveOut(this.walk, 'grace');
  }

  private harmony(node: XmlNode): void {
    const offset = numberAt(node, 'offset') ?? 0;
    const chord = parseHarmony(node, this.toTicks(Math.max(0, this.now + offset)), this.walk.strings);
    if (chord) this.chords.push(chord);
    else if (chord === undefined) leaveOut(this.walk, 'unreadable-chord');
  }
}

const readMeasure = (walk: Walk, measure: XmlNode): OpenBar => {
  const reader = new MeasureReader(walk);
  const lines = parseBarlines(measure);
  if (lines.endingBegins) walk.ending = lines.endingBegins;
  for (const node of measure.children) reader.read(node);
  reader.finish();
  const endings = walk.ending;
  if (lines.endingEnds) walk.ending = undefined;
  return { measure, metre: walk.metre, ticks: reader.ticks, notes: reader.notes, chords: reader.chords, endings };
};

const barOf = ({ measure, ticks, notes, chords, endings }: OpenBar, metre: Metre): ParsedBar => {
  const { repeatBegins, repeatEnds, closes } = parseBarlines(measure);
  const tempo = parseTempo(measure, metre);
  const section = parseRehearsalMark(measure);
  const words = parseLyrics(measure);
  const signs = parseFormSigns(measure);
  return {
    metre,
    ticks: ticks === 0 ? ticksPerBar(metre) : ticks,
    notes,
    chords,
    ...(tempo === undefined ? {} : { tempo }),
    ...(section === undefined ? {} : { section }),
    ...(words === undefined ? {} : { lyrics: words }),
    ...(closes ? { endsSection: closes } : {}),
    ...(repeatBegins ? { repeatBegins } : {}),
    ...(repeatEnds === undefined ? {} : { repeatEnds }),
    ...(endings ? { endings } : {}),
    ...(signs ? { signs } : {}),
  };
};

/** A part of a score that can be chosen. */
export interface ParsedPart {
  /** As the file calls it, else its number. */
  readonly name: Label;
  readonly notes: number;
}

const notesIn = (part: XmlNode): readonly XmlNode[] =>
  listChildren(part, 'measure').flatMap((measure) =>
    listChildren(measure, 'note').filter((note) => findChild(note, 'pitch')),
  );

const hasStrings = (part: XmlNode): boolean =>
  notesIn(part).some((note) => findDescendant(note, 'notations', 'technical', 'string') !== undefined);

/** The parts of a score with their names and how many notes each has. */
const partsOf = (score: XmlNode): readonly ParsedPart[] => {
  const names = new Map(
    listChildren(findChild(score, 'part-list'), 'score-part').map((one) => [
      one.attributes.id,
      textAt(one, 'part-name'),
    ]),
  );
  return listChildren(score, 'part').map((part, index) => ({
    name: names.get(part.attributes.id)?.slice(0, 60) || message('import-part.part', { number: index + 1 }),
    notes: notesIn(part).length,
  }));
};

/**
 * The part to read where none is chosen: the first that gives strings, else the first that is called a guitar's, else
 * the first with notes.
 */
const usualPart = (score: XmlNode, parts: readonly XmlNode[]): number => {
  const strung = parts.findIndex(hasStrings);
  if (strung >= 0) return strung;
  const named = partsOf(score).findIndex(
    ({ name, notes }) => notes > 0 && typeof name === 'string' && isPluckedPart(name),
  );
  return named >= 0 ? named : parts.findIndex((part) => notesIn(part).length > 0);
};

/** A score that is ordered by measures, ordered by parts. */
const byParts = (score: XmlNode): XmlNode => {
  const ids = [
    ...new Set(
      listChildren(score, 'measure').flatMap((one) =>
        listChildren(one, 'part').map(({ attributes }) => attributes.id ?? ''),
      ),
    ),
  ];
  const parts = ids.map((id): XmlNode => ({
    ...score,
    name: 'part',
    attributes: { id },
    children: listChildren(score, 'measure').map((measure) => ({
      ...measure,
      children: listChildren(measure, 'part').find(({ attributes }) => attributes.id === id)?.children ?? [],
    })),
  }));
  return {
    ...score,
    name: 'score-partwise',
    children: [...score.children.filter(({ name }) => name !== 'measure'), ...parts],
  };
};

/** Whether a note of one staff is also a note of another: at its time, at its pitch or an octave from it. */
const standsAmong = ({ at, midi = 0 }: ParsedNote, others: readonly ParsedNote[]): boolean =>
  others.some((other) => other.at === at && Math.abs((other.midi ?? 0) - midi) % 12 === 0);

/**
 * A notation staff and a tablature staff of one part are the same music: notes of a staff without strings that also
 * stand on the one with strings are left to it, with what is said of them.
 */
const joinedStaves = (bars: readonly ParsedBar[]): readonly ParsedBar[] => {
  const strung = new Set(
    bars.flatMap(({ notes }) => notes.filter(({ string }) => string !== undefined).map(({ staff }) => staff)),
  );
  if (strung.size === 0) return bars;
  return bars.map((bar) => {
    const tablature = bar.notes.filter(({ staff }) => strung.has(staff));
    const others = bar.notes.filter(({ staff }) => !strung.has(staff));
    const joined = tablature.map((note) => {
      const same = others.find(({ at, midi }) => at === note.at && midi === note.midi);
      return same ? { ...note, finger: note.finger ?? same.finger, marks: { ...same.marks, ...note.marks } } : note;
    });
    return { ...bar, notes: [...joined, ...others.filter((note) => !standsAmong(note, tablature))] };
  });
};

/** Where a file has several parts: all of them, and the index of the one that was read. */
export interface ParsedScore extends ParsedMusic {
  readonly parts: readonly ParsedPart[];
  readonly part: number;
}

/** Bars that are read of a score: more than a song or a pattern holds. */
const MOST_BARS = 2000;

const remarksOf = ({ left }: Walk) => {
  const names = [...left].map(([mark, count]) =>
    message('import-mark.counted', { mark: message(`import-mark.${mark}`), count }),
  );
  const value = [...left.values()].reduce((sum, one) => sum + one, 0);
  return value === 0 ? [] : [createProblem('marks-left-out', { value, names })];
};

/** How many strings a part is for: as many as its staff has lines, else as its notes name, at least six. */
const stringsOf = (part: XmlNode): number => {
  const tuned = listChildren(part, 'measure')
    .flatMap((measure) => listChildren(measure, 'attributes'))
    .flatMap((attributes) => listChildren(attributes, 'staff-details'))
    .map((details) => listChildren(details, 'staff-tuning').length)
    .find((count) => count > 0);
  const named = notesIn(part).map((note) => numberAt(findDescendant(note, 'notations', 'technical'), 'string') ?? 0);
  return Math.min(STRING_RANGE.most, tuned ?? Math.max(6, ...named));
};

/** The field in which our own files say whether they go round. */
export const LOOP_FIELD = 'loop';

const loopsOf = (score: XmlNode): { readonly loops?: boolean } => {
  const fields = listChildren(findChild(findChild(score, 'identification'), 'miscellaneous'), 'miscellaneous-field');
  const said = fields.find(({ attributes }) => attributes['name'] === LOOP_FIELD);
  return said ? { loops: said.text.trim() === 'yes' } : {};
};

const musicOf = (score: XmlNode, part: XmlNode): Omit<ParsedScore, 'parts' | 'part'> => {
  const strings = stringsOf(part);
  const walk: Walk = {
    divisions: 1,
    metre: undefined,
    transpose: new Map(),
    ending: undefined,
    strings,
    left: new Map(),
  };
  const open = listChildren(part, 'measure')
    .slice(0, MOST_BARS)
    .map((measure) => readMeasure(walk, measure));
  const assumed = inferMetre(open.filter(({ notes }) => notes.length > 0).map(({ ticks }) => ticks));
  const bars = joinedStaves(open.map((bar) => barOf(bar, bar.metre ?? assumed)));
  const instrument = parseStaffTuning(
    part,
    bars.flatMap(({ notes }) => notes),
  );
  const key = parseKeyElement(findChild(listChildren(part, 'measure')[0], 'attributes'));
  return {
    ...(key ? { key } : {}),
    ...loopsOf(score),
    name: (textAt(score, 'work', 'work-title') || textAt(score, 'movement-title'))?.slice(0, PATTERN_LIMITS.name),
    instrument,
    ...open.map(({ measure, metre }) => parseSwing(measure, metre ?? assumed)).find((one) => one !== undefined),
    bars: bars.map((bar) => ({ ...bar, notes: correctOctaves(bar.notes, instrument) })),
    warnings: remarksOf(walk),
  };
};

/**
 * Reads a MusicXML score from its parsed root element as music as it is written: the part that is chosen, else the
 * first that gives strings. Errors: `not-musicxml`, `no-notes`.
 */
export const parseMusicXmlScore = (root: XmlNode, chosen?: number): Result<ParsedScore> => {
  if (root.name !== 'score-timewise' && root.name !== 'score-partwise')
    return failure(
      createProblem('not-musicxml', {
        reason: message('file-problem.unexpected-root', { root: root.name.slice(0, 40) }),
      }),
    );
  const score = root.name === 'score-timewise' ? byParts(root) : root;
  const all = listChildren(score, 'part');
  const index = chosen !== undefined && all[chosen] ? chosen : usualPart(score, all);
  const part = all[index];
  if (!part) return failure(createProblem('no-notes'));
  return success({ ...musicOf(score, part), parts: partsOf(score), part: index });
};
