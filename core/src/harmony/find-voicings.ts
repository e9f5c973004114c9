import { success, type Result } from '../errors/index.ts';
import { midiToPitchClass, type Instrument } from '../instrument/index.ts';
import { listMovableShapes } from './movable-shapes.ts';
import { listShapesByHeart } from './open-shapes.ts';
import { parseChordSymbol, type ChordTones } from './chord-symbol.ts';
import type { Voicing } from './voicing.ts';

/** What shapes are looked for. */
export interface VoicingOptions {
  /** Frets from the lowest to the highest that is stopped, at most. */
  readonly span?: number;
  /** The highest fret that is looked at. */
  readonly maxFret?: number;
  /** Muted strings between sounding ones that no finger damps. */
  readonly allowInnerMutes?: boolean;
  /** Shapes that are answered, at most. */
  readonly maxResults?: number;
}

/** A shape a hand can hold, and how easy it is: 0 is easiest. */
export interface RankedVoicing {
  readonly voicing: Voicing;
  readonly difficulty: number;
  readonly fingers: number;
  /** The fret of a barre, 0 for none. */
  readonly barre: number;
  /** Whether it is one of the shapes every player knows. */
  readonly isCommonShape: boolean;
}

const SPAN = 3;
const HIGHEST = 12;
const MOST = 24;
const MOST_FINGERS = 4;

type Frets = readonly (number | null)[];

/** Fingers a shape takes, and the fret of its barre; undefined where a hand cannot hold it. */
export interface ChordGrip {
  readonly fingers: number;
  readonly barre: number;
}

/** Places of a shape stopped at a fret. */
const placesAt = (frets: Frets, fret: number): readonly number[] =>
  frets.flatMap((one, place) => (one === fret ? [place] : []));

/** Whether one finger can lie over places of a shape at a fret: nothing between them rings open or lower. */
const liesOver = (frets: Frets, places: readonly number[], fret: number): boolean => {
  const [from, to] = [places[0] as number, places[places.length - 1] as number];
  return frets.slice(from, to + 1).every((one) => one === null || one >= fret);
};

/** Whether a barre above the lowest fret leaves room: nothing lower is stopped on its treble side, where it lies. */
const leavesRoom = (frets: Frets, places: readonly number[], fret: number): boolean =>
  frets.slice((places.at(-1) as number) + 1).every((one) => one === null || one === 0 || one >= fret);

/** How many of the treble-most stopped strings at one fret a flattened finger takes besides its first. */
const flattenedAt = (frets: Frets, fret: number): number => {
  let place = frets.length - 1;
  while (place >= 0 && (frets[place] === null || (frets[place] as number) > fret)) place -= 1;
  let run = 0;
  while (frets[place] === fret) {
    run += 1;
    place -= 1;
  }
  return Math.max(0, run - 1);
};

/** The fewest fingers for a shape: each by itself, or one laid over all strings of one fret, and one flattened. */
const gripOf = (frets: Frets): ChordGrip | undefined => {
  const stopped = frets.filter((fret): fret is number => fret !== null && fret > 0);
  if (stopped.length <= MOST_FINGERS && !needsBarre(frets, stopped)) return { fingers: stopped.length, barre: 0 };
  const [low, high] = [Math.min(...stopped), Math.max(...stopped)];
  const barres = [...new Set(stopped)]
    .filter((fret) => liesOver(frets, placesAt(frets, fret), fret))
    .map((fret): ChordGrip => {
      const laid = placesAt(frets, fret).length - 1;
      const flat = fret < high ? flattenedAt(frets, high) : 0;
      return { fingers: stopped.length - laid - flat, barre: laid > 0 ? fret : 0 };
    });
  const alone: ChordGrip = { fingers: stopped.length - flattenedAt(frets, high), barre: high > low ? high : 0 };
  const held = [...barres, alone].filter(({ fingers }) => fingers <= MOST_FINGERS);
  const isEasy = ({ barre }: ChordGrip): boolean => barre <= low || leavesRoom(frets, placesAt(frets, barre), barre);
  return held.sort((a, b) => Number(isEasy(b)) - Number(isEasy(a)) || a.fingers - b.fingers || a.barre - b.barre)[0];
};

/**
 * Fingers a shape takes, and the fret of its barre (0 for none); undefined where a hand cannot hold it.
 * @example
 * describeGrip({ chord: 'F', frets: [1, 3, 3, 2, 1, 1] }) // => { fingers: 4, barre: 1 }
 */
export const describeGrip = ({ frets }: Pick<Voicing, 'chord' | 'frets'>): ChordGrip | undefined => gripOf(frets);

/** Whether the two highest strings are stopped at the lowest fret, and others above it: the index lies over both. */
const hasTreblePair = (frets: Frets, lowest: readonly number[], stopped: readonly number[]): boolean => {
  const pair = [frets.length - 2, frets.length - 1];
  return pair.every((place) => lowest.includes(place)) && stopped.length > lowest.length;
};

/** Whether strings at the lowest fret are taken by one finger as a matter of course: three or more, or the top two. */
const needsBarre = (frets: Frets, stopped: readonly number[]): boolean => {
  if (stopped.length === 0) return false;
  const low = Math.min(...stopped);
  const lowest = placesAt(frets, low);
  if (hasTreblePair(frets, lowest, stopped)) return true;
  return lowest.length >= 3 && !frets.includes(0) && liesOver(frets, lowest, low);
};

/** Muted strings between sounding ones; those beside a stopped lower neighbour are damped by its fingertip. */
const innerMutes = (frets: Frets): { readonly all: number; readonly loose: number } => {
  const first = frets.findIndex((fret) => fret !== null);
  const last = frets.length - 1 - [...frets].reverse().findIndex((fret) => fret !== null);
  const inner = frets.slice(first, last).flatMap((fret, step) => (fret === null ? [first + step] : []));
  const loose = inner.filter((place) => !((frets[place - 1] ?? 0) > 0)).length;
  return { all: inner.length, loose };
};

/** How hard each thing makes a shape (est.). */
const HARD = {
  barre: 2.2,
  fret: 0.28,
  span: 0.9,
  finger: 0.5,
  mute: 0.5,
  innerMute: 0.9,
  mixed: 0.45,
  thin: 1,
  open: 0.3,
  /** A tone of the chord that may be left out, and is: not hard, but the poorer shape of two alike. */
  missing: 1.5,
} as const;

/** Frets up to which open strings belong to a shape; higher up they ring apart from it. */
const LOW = 4;

/** Strings that make a shape full. */
const FULL = 4;

const easeOf = (frets: Frets, { fingers, barre }: ChordGrip): number => {
  const stopped = frets.filter((fret): fret is number => fret !== null && fret > 0);
  const span = stopped.length > 0 ? Math.max(...stopped) - Math.min(...stopped) : 0;
  const lowest = stopped.length > 0 ? Math.min(...stopped) : 0;
  const { all } = innerMutes(frets);
  const mutes = frets.filter((fret) => fret === null).length - all;
  const open = frets.filter((fret) => fret === 0).length;
  return (
    (barre > 0 ? HARD.barre : 0) +
    HARD.fret * lowest +
    HARD.span * Math.max(0, span - 1) +
    HARD.finger * fingers +
    HARD.mute * mutes +
    HARD.innerMute * all +
    (frets.length - mutes - all < FULL ? HARD.thin : 0) -
    HARD.open * open +
    (open > 0 ? HARD.mixed * Math.max(0, Math.max(...stopped, 0) - LOW) : 0)
  );
};

/** Everything the search for shapes of one chord looks at. */
interface Search {
  readonly tones: ReadonlySet<number>;
  /** The tones a shape has to have, one bit each. */
  readonly needed: number;
  /** Strings that have to sound: four where there are tones for them, else as many as there are tones. */
  readonly least: number;
  readonly bass: number;
  readonly open: readonly number[];
  readonly span: number;
  readonly inner: boolean;
  readonly found: RankedVoicing[];
  readonly symbol: string;
}

const take = (search: Search, frets: Frets): void => {
  let [count, sounding] = [0, 0];
  frets.forEach((fret, place) => {
    if (fret === null) return;
    count += 1;
    sounding |= 1 << midiToPitchClass((search.open[place] as number) + fret);
  });
  if (count < search.least || (sounding & search.needed) !== search.needed) return;
  const { all, loose } = innerMutes(frets);
  if (!search.inner && (loose > 0 || all > 1)) return;
  const grip = gripOf(frets);
  if (!grip) return;
  const voicing = { chord: search.symbol, frets };
  const missing = [...search.tones].filter((tone) => (sounding & (1 << tone)) === 0).length;
  const difficulty = easeOf(frets, grip) + HARD.missing * missing;
  search.found.push({ voicing, difficulty, ...grip, isCommonShape: false });
};

/** The frets of a string that sound a tone of the chord in a position: open, and within the hand's reach. */
const choicesOn = ({ tones, open, span }: Search, place: number, position: number): readonly (number | null)[] => {
  const pitch = open[place] as number;
  const reach = Array.from({ length: span + 1 }, (_, step) => position + step);
  const stopped = reach.filter((fret) => tones.has(midiToPitchClass(pitch + fret)));
  return [null, ...(tones.has(midiToPitchClass(pitch)) ? [0] : []), ...stopped];
};

/** The lowest stopped fret is the position itself: what lies higher is found in its own position. */
const belongsTo = (frets: Frets, position: number): boolean => {
  let low = Infinity;
  for (const fret of frets) if (fret !== null && fret > 0 && fret < low) low = fret;
  return low === position || (low === Infinity && position === 1);
};

/** One position of the hand: what each string can sound there. */
interface Position {
  readonly at: number;
  readonly choices: readonly (readonly (number | null)[])[];
}

/** Goes through the strings from the lowest up; `frets` is what has been chosen so far, changed in place. */
const walk = (search: Search, position: Position, frets: (number | null)[], place: number, begun: boolean): void => {
  if (place === position.choices.length) {
    if (belongsTo(frets, position.at)) take(search, [...frets]);
    return;
  }
  for (const fret of position.choices[place] as readonly (number | null)[]) {
    // The lowest string that sounds has the bass: anything else is not looked into.
    if (!begun && fret !== null && midiToPitchClass((search.open[place] as number) + fret) !== search.bass) continue;
    frets[place] = fret;
    walk(search, position, frets, place + 1, begun || fret !== null);
  }
};

const searchOf = (
  { open }: { readonly open: readonly number[] },
  chord: ChordTones,
  options: VoicingOptions,
): Search => ({
  open,
  tones: new Set(chord.tones),
  needed: chord.tones.reduce((bits, tone) => (chord.optional.includes(tone) ? bits : bits | (1 << tone)), 0),
  least: Math.min(open.length, Math.min(4, Math.max(2, chord.tones.length))),
  bass: chord.bass,
  span: options.span ?? SPAN,
  inner: options.allowInnerMutes ?? false,
  found: [],
  symbol: chord.symbol,
});

const sameTones = (a: readonly number[], b: readonly number[]): boolean =>
  a.length === b.length && a.every((tone) => b.includes(tone));

/** Signs of a symbol in one spelling. */
const plainSymbol = (symbol: string): string => symbol.replace(/♯/g, '#').replace(/♭/g, 'b');

/** The pitch class of the lowest string of a shape that sounds. */
const lowestSounding = (open: readonly number[], frets: Frets): number | undefined => {
  const place = frets.findIndex((fret) => fret !== null);
  return place < 0 ? undefined : midiToPitchClass((open[place] as number) + (frets[place] as number));
};

/**
 * Shapes of the table that are a chord, whatever bass they are named with: those with its bass lowest first, and
 * among them those of its very name.
 */
const listTableShapes = ({ tuning, pitches }: Instrument, chord: ChordTones): readonly Frets[] =>
  listShapesByHeart(tuning, pitches.length)
    .flatMap(({ chord: name, frets }) => {
      const read = parseChordSymbol(name.replace(/ \(.*$/, ''));
      if (!read.ok || !sameTones(read.value.tones, chord.tones)) return [];
      const hasBass = lowestSounding(pitches, frets) === chord.bass;
      const isExact = plainSymbol(name) === plainSymbol(chord.symbol);
      return hasBass || read.value.bass === chord.bass ? [{ frets, rank: (hasBass ? 0 : 2) + (isExact ? 0 : 1) }] : [];
    })
    .sort((a, b) => a.rank - b.rank)
    .map(({ frets }) => frets);

/** The shapes of a chord every player knows: those with open strings, then those that are moved along the neck. */
const listKnownShapes = (instrument: Instrument, chord: ChordTones, highest: number): readonly Frets[] => {
  const open = instrument.pitches;
  const movable = chord.bass === chord.root ? listMovableShapes(open, chord.root, chord.tones, highest) : [];
  const all = [...listTableShapes(instrument, chord), ...movable];
  return [...new Map(all.map((frets) => [frets.join(), frets])).values()];
};

const toRanked = (symbol: string, frets: Frets): RankedVoicing | undefined => {
  const grip = gripOf(frets);
  return grip && { voicing: { chord: symbol, frets }, difficulty: easeOf(frets, grip), ...grip, isCommonShape: true };
};

/** Every shape of a chord a hand can hold, in no order. */
const searchShapes = (
  { pitches: open }: Instrument,
  chord: ChordTones,
  options: VoicingOptions,
  highest: number,
): readonly RankedVoicing[] => {
  const search = searchOf({ open }, chord, options);
  for (let at = 1; at <= highest; at += 1) {
    const choices = open.map((_, place) =>
      choicesOn(search, place, at).filter((fret) => fret === null || fret <= highest),
    );
    walk(search, { at, choices }, new Array<number | null>(open.length).fill(null), 0, false);
  }
  return search.found;
};

/**
 * The shapes of a chord that a hand can hold, the easiest first, those every player knows on top: at most four frets
 * and four fingers with barres counted once, the wanted bass lowest, all tones the chord needs, no muted string between
 * sounding ones that no finger damps. Behind a capo symbol and frets both count from the capo: a C is fingered as one,
 * whatever sounds. Errors: `chord-unreadable`.
 * @example
 * valueOrThrow(findVoicings('G', createInstrument(findTuningOrStandard('standard'))))[0].voicing.frets.join(' ')
 * // => '3 2 0 0 0 3'
 */
export const findVoicings = (
  symbol: string,
  instrument: Instrument,
  options: VoicingOptions = {},
): Result<readonly RankedVoicing[]> => {
  const chord = parseChordSymbol(symbol);
  if (!chord.ok) return chord;
  const highest = Math.min(options.maxFret ?? HIGHEST, instrument.frets - instrument.capo);
  const known = listKnownShapes(instrument, chord.value, highest).flatMap(
    (frets) => toRanked(chord.value.symbol, frets) ?? [],
  );
  const wanted = options.maxResults ?? MOST;
  if (known.length >= wanted) return success(known.slice(0, wanted));
  const told = new Set(known.map(({ voicing }) => voicing.frets.join()));
  const others = searchShapes(instrument, chord.value, options, highest)
    .filter(({ voicing }) => !told.has(voicing.frets.join()))
    .sort((a, b) => a.difficulty - b.difficulty);
  return success([...known, ...others].slice(0, wanted));
};
