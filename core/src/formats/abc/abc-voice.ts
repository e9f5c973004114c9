import { createProblem, type Problem } from '../../errors/index.ts';
import { ORNAMENT_LIMITS, isDigit, type Digit, type Stroke } from '../../pattern/index.ts';
import type { Key } from '../../theory/index.ts';
import { ticksPerBar, ticksPerBeat, type Metre } from '../../time/index.ts';
import { SEMITONES } from '../notation/pitch-spelling.ts';
import type { FormSigns, ParsedBar, ParsedChord, ParsedNote } from '../parsed-music/parsed-music.ts';
import { parseAbcKey, type AbcKey } from './abc-key.ts';
import { alignAbcLyrics } from './abc-lyrics.ts';
import { DECORATION_MARKS, DECORATION_SIGNS, type AbcMark } from './abc-decorations.ts';
import type { AbcToken } from './abc-tokens.ts';
import {
  NOTE,
  SIGNS,
  WHOLE,
  numbersIn,
  readFraction,
  readLength,
  readMetre,
  readTuplet,
  type Tuplet,
} from './abc-values.ts';

/** What holds when a tune begins. */
export interface AbcDefaults {
  readonly metre: Metre;
  /** The unit of note lengths, as a share of a whole note. */
  readonly unit: number;
  readonly key: AbcKey;
  readonly tempo?: string;
}

/** Notes after which nothing more is read of a voice: more than any document holds, which says so. */
const MOST_NOTES = 20_000;

interface OpenNote {
  readonly midi: number;
  ticks: number;
  marks: ParsedNote['marks'];
  finger?: number;
}

/** What sounds together: one note, or the notes of a chord. */
interface OpenEvent {
  readonly at: number;
  readonly notes: OpenNote[];
  ticks: number;
}

/** Reads the notes of one voice, bar by bar. */
export class AbcVoice {
  readonly problems: Problem[] = [];
  readonly leftOut = new Map<AbcMark, number>();
  readonly firstKey: Key | undefined;
  bars: readonly ParsedBar[] = [];
  noteCount = 0;
  private readonly done: ParsedBar[] = [];
  private metre: Metre;
  private unit: number;
  private key: AbcKey;
  private tempo: number | undefined;
  private octaves = 0;
  private now = 0;
  private events: OpenEvent[] = [];
  private chords: ParsedChord[] = [];
  private accidentals = new Map<string, number>();
  private tuplet: Tuplet | undefined;
  private broken = 1;
  private tied: readonly OpenNote[] = [];
  private isTying = false;
  private isInChord = false;
  private isInGrace = false;
  private grace: number | undefined;
  private marks: Partial<Stroke> = {};
  private finger: number | undefined;
  /** Digits under the next notes, from the lowest up, as our own files have them. */
  private pins: Digit[] = [];
  private signs: FormSigns = {};
  private section: string | undefined;
  private opens: { repeatBegins?: true; endings?: readonly number[] } = {};
  /** Notes of each bar, and the first bar of the line that was read last. */
  private readonly counts: number[] = [];
  private lineStart = 0;

  constructor(
    public name: string,
    defaults: AbcDefaults,
  ) {
    this.metre = defaults.metre;
    this.unit = defaults.unit;
    this.key = defaults.key;
    this.firstKey = defaults.key.key;
    this.readTempo(defaults.tempo ?? '');
  }

  /** What stands behind the name of a voice: how it is called, and its clef. */
  describe(text: string): void {
    const named = /(?:name|nm)="([^"]*)"/.exec(text)?.[1];
    if (named) this.name = named;
    const octaves = parseAbcKey(`none ${text.replace(/(?:name|nm|sname|snm)="[^"]*"/g, '')}`)?.octaves;
    if (octaves) this.octaves = octaves;
  }

  readField(letter: string, text: string): void {
    if (letter === 'M') this.metre = readMetre(text);
    if (letter === 'L') this.unit = readFraction(text) ?? this.unit;
    if (letter === 'Q') this.readTempo(text);
    if (letter === 'P') this.section = text.trim() || undefined;
    if (letter === 'w') this.sing(text);
    if (letter === 'K') this.key = parseAbcKey(text) ?? this.key;
  }

  /** A line of notes begins: the words that follow it belong to its bars. */
  beginLine(): void {
    this.lineStart = this.done.length;
  }

  /** The bars, when all is read. */
  finish(): this {
    if (this.events.length > 0 || this.now > 0) this.closeBar();
    this.bars = this.done;
    return this;
  }

  /** Reads what stands in a line of notes. */
  read(token: AbcToken, line: number): void {
    const { kind, text, column } = token;
    if (this.noteCount > MOST_NOTES) return;
    switch (kind) {
      case 'note':
        return this.readNote(text);
      case 'rest':
        return this.pass(this.lengthOf(text));
      case 'bar-rest':
        return this.restBars(Math.min(99, Number(text.slice(1)) || 1));
      case 'chord-begin':
        this.isInChord = true;
        this.events.push({ at: this.now, notes: [], ticks: 0 });
        return;
      case 'chord-end':
        return this.endChord(text);
      case 'grace-begin':
        this.isInGrace = true;
        return;
      case 'grace-end':
        this.isInGrace = false;
        return;
      case 'bar':
        return this.readBar(text);
      case 'ending':
        this.opens = { ...this.opens, endings: numbersIn(text) };
        return;
      case 'tuplet':
        this.tuplet = readTuplet(text, this.metre);
        return;
      case 'broken':
        return this.breakRhythm(text);
      case 'tie':
        this.isTying = true;
        return;
      case 'quoted':
        return this.readQuoted(text.slice(1, -1));
      case 'decoration':
        return this.readDecoration(text);
      case 'field':
        return this.readField(text.charAt(1), text.slice(3, -1));
      case 'overlay':
        return this.leaveOut('overlay');
      default:
        this.problems.push(createProblem('abc-unreadable', { line, column, value: text }));
    }
  }

  /** Words under the line of notes before. */
  private sing(text: string): void {
    const words = alignAbcLyrics(text, this.counts.slice(this.lineStart));
    words.forEach((lyrics, index) => {
      const bar = this.done[this.lineStart + index];
      if (bar && lyrics !== undefined && bar.lyrics === undefined)
        this.done[this.lineStart + index] = { ...bar, lyrics };
    });
  }

  private leaveOut(mark: AbcMark): void {
    this.leftOut.set(mark, (this.leftOut.get(mark) ?? 0) + 1);
  }

  private midiOf(text: string): number {
    const [, sign, letter = 'C', marks = ''] = NOTE.exec(text) ?? [];
    const upper = letter.toUpperCase();
    const octave = (letter === upper ? 0 : 1) + [...marks].reduce((sum, mark) => sum + (mark === "'" ? 1 : -1), 0);
    // An accidental holds for its letter in every octave up to the bar line (ABC 2.1, section 11.3, the default).
    if (sign !== undefined) this.accidentals.set(upper, SIGNS[sign] ?? 0);
    const raised = this.accidentals.get(upper) ?? this.key.accidentals[upper] ?? 0;
    return 60 + (SEMITONES[upper] ?? 0) + raised + 12 * (octave + this.octaves + this.key.octaves);
  }

  /** Ticks of a length, in the tuplet and the broken rhythm it stands in. */
  private lengthOf(text: string): number {
    const ticks = WHOLE * this.unit * readLength(text) * this.broken * (this.tuplet?.scale ?? 1);
    this.broken = 1;
    if (this.tuplet && (this.tuplet.left -= 1) <= 0) this.tuplet = undefined;
    return Math.round(ticks);
  }

  private pass(ticks: number): void {
    this.now += ticks;
    this.isTying = false;
    this.tied = [];
  }

  private readNote(text: string): void {
    const midi = this.midiOf(text);
    if (this.isInGrace) {
      this.grace = midi;
      return;
    }
    if (this.isInChord) {
      const chord = this.events.at(-1);
      chord?.notes.push({ midi, ticks: readLength(text), marks: {}, finger: this.finger });
      this.finger = undefined;
      return;
    }
    this.events.push({ at: this.now, notes: [{ midi, ticks: 1, marks: {}, finger: this.finger }], ticks: 0 });
    this.endEvent(this.lengthOf(text));
  }

  private endChord(text: string): void {
    if (!this.isInChord) return;
    this.isInChord = false;
    // A chord is as long as its first note, times what stands behind it.
    const first = this.events.at(-1)?.notes[0]?.ticks ?? 1;
    const behind = this.lengthOf(text);
    this.endEvent(Math.round(behind * first));
  }

  /** Notes that sound together are complete: they go on a tie, or begin. */
  private endEvent(ticks: number): void {
    const event = this.events.at(-1);
    if (!event) return;
    event.ticks = ticks;
    const goesOn = this.isTying ? this.goOn(event, ticks) : [];
    this.isTying = false;
    event.notes.forEach((note, place) => {
      const pin = this.pins[place];
      note.ticks = ticks;
      note.marks = { ...this.marks, ...this.graceFor(note.midi), ...(pin ? { pin } : {}) };
    });
    this.pins = [];
    this.tied = [...event.notes, ...goesOn];
    this.noteCount += event.notes.length;
    this.now += ticks;
    this.marks = {};
    this.finger = undefined;
  }

  /** Notes that are tied to sound on: they are no notes of their own. */
  private goOn(event: OpenEvent, ticks: number): readonly OpenNote[] {
    const held = this.tied.filter(({ midi }) => event.notes.some((note) => note.midi === midi));
    for (const note of held) note.ticks += ticks;
    const others = event.notes.filter(({ midi }) => !held.some((note) => note.midi === midi));
    event.notes.splice(0, event.notes.length, ...others);
    return held;
  }

  private graceFor(midi: number): Partial<Stroke> {
    const frets = this.grace === undefined ? 0 : this.grace - midi;
    this.grace = undefined;
    if (frets === 0) return {};
    if (Math.abs(frets) > ORNAMENT_LIMITS.grace) {
      this.leaveOut('grace');
      return {};
    }
    return { grace: { frets, slur: frets < 0 ? 'hammer-on' : 'pull-off' } };
  }

  /** `A>B`: the first half as long again, the second half as long; each further sign once more. */
  private breakRhythm(text: string): void {
    const last = this.events.at(-1);
    const less = 1 / 2 ** Math.min(3, text.length);
    const [before, after] = text.startsWith('>') ? [2 - less, less] : [less, 2 - less];
    if (!last) return;
    const ticks = Math.round(last.ticks * before);
    this.now += ticks - last.ticks;
    last.ticks = ticks;
    for (const note of last.notes) note.ticks = ticks;
    this.broken = after;
  }

  private readQuoted(text: string): void {
    const digit = /^_([pimac])$/.exec(text)?.[1];
    if (isDigit(digit)) {
      this.pins.push(digit);
      return;
    }
    if (/^[\^_<>@]/.test(text)) return this.leaveOut('annotation');
    const symbol = text.split(/[;\n]/)[0]?.trim() ?? '';
    if (/^[A-G]/.test(symbol)) this.chords.push({ at: this.now, symbol });
  }

  private readDecoration(text: string): void {
    const name = /^[!+](.*)[!+]$/.exec(text)?.[1] ?? text;
    const signs = DECORATION_SIGNS[name.toLowerCase()];
    const marks = DECORATION_MARKS[name];
    if (signs) this.signs = { ...this.signs, ...signs };
    else if (marks) this.marks = { ...this.marks, ...marks };
    else if (/^[1-4]$/.test(name)) this.finger = Number(name);
    else this.leaveOut('decoration');
  }

  private readTempo(text: string): void {
    const [, above, below, minute] = /(\d+)\/(\d+)\s*=\s*(\d+(?:\.\d+)?)/.exec(text) ?? [];
    const plain = /^\s*(\d+(?:\.\d+)?)\s*$/.exec(text)?.[1];
    const share = above && below ? Number(above) / Math.max(1, Number(below)) : this.unit;
    const bpm = Number(minute ?? plain ?? Number.NaN);
    if (bpm > 0) this.tempo = (bpm * share * WHOLE) / ticksPerBeat(this.metre);
  }

  private restBars(count: number): void {
    if (this.isInChord) this.endChord('');
    for (let bar = 0; bar < count; bar += 1) {
      this.pass(ticksPerBar(this.metre));
      if (bar < count - 1) this.closeBar();
    }
  }

  private readBar(text: string): void {
    if (this.isInChord) this.endChord('');
    const isEmpty = this.events.length === 0 && this.now === 0;
    const begins = /\|+:|::|^:\|:|:$/.test(text) && /:$/.test(text);
    const ends = /^:/.test(text);
    if (!isEmpty) this.closeBar({ ends, closes: /\|\||\|\]/.test(text) });
    else if (ends && this.done.length > 0) this.done.push({ ...(this.done.pop() as ParsedBar), repeatEnds: 2 });
    if (begins || text === '::') this.opens = { ...this.opens, repeatBegins: true };
    // An ending goes on until a repeat or a double line ends it.
    if (ends || /\|\||\|\]/.test(text)) this.opens = { ...this.opens, endings: undefined };
  }

  private closeBar({ ends = false, closes = false } = {}): void {
    const { repeatBegins, endings } = this.opens;
    this.counts.push(this.events.length);
    this.done.push({
      metre: this.metre,
      ticks: this.now,
      notes: this.events.flatMap((event) =>
        event.notes.map(({ midi, ticks, marks, finger }): ParsedNote => ({
          ...{ at: event.at, ticks, midi, marks },
          ...(finger === undefined ? {} : { finger }),
        })),
      ),
      chords: this.chords,
      ...(this.tempo === undefined ? {} : { tempo: this.tempo }),
      ...(this.section === undefined ? {} : { section: this.section }),
      ...(repeatBegins ? { repeatBegins } : {}),
      ...(ends ? { repeatEnds: 2 } : {}),
      ...(closes ? { endsSection: true } : {}),
      ...(endings ? { endings } : {}),
      ...(Object.keys(this.signs).length > 0 ? { signs: this.signs } : {}),
    });
    this.opens = { endings };
    this.tempo = undefined;
    this.section = undefined;
    this.signs = {};
    this.events = [];
    this.chords = [];
    this.now = 0;
    this.accidentals = new Map();
  }
}
