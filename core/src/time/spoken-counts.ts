import { message, type Message } from '../message/message.ts';
import { isCompoundMetre } from './metre.ts';
import { beatsPerBar, ticksPerBar, ticksPerBeat, type Metre } from './ticks.ts';

/** What is said on the parts of a beat after its number, by how many parts it has (common practice). */
const SPOKEN: Readonly<Record<number, readonly string[]>> = {
  1: [],
  2: ['&'],
  3: ['trip', 'let'],
  4: ['e', '&', 'a'],
  6: ['·', 'trip', '·', 'let', '·'],
  8: ['·', 'e', '·', '&', '·', 'a', '·'],
};

/** The same on the parts of a dotted beat (common practice, no source). */
const SPOKEN_DOTTED: Readonly<Record<number, readonly string[]>> = {
  1: [],
  3: ['la', 'li'],
  6: ['ta', 'la', 'ta', 'li', 'ta'],
  12: ['·', 'ta', '·', 'la', '·', 'ta', '·', 'li', '·', 'ta', '·'],
};

const spokenPart = (metre: Metre, subdivision: number, part: number): string =>
  (isCompoundMetre(metre) ? SPOKEN_DOTTED : SPOKEN)[subdivision]?.[part - 1] ?? '·';

/**
 * The spoken count of one part of a beat; beats and parts are counted from 0.
 * @example
 * formatSpokenCount({ beats: 4, unit: 4 }, 1, 3, 4) // => 'a'
 * formatSpokenCount({ beats: 6, unit: 8, groups: [3, 3] }, 1, 2, 3) // => 'li'
 */
export const formatSpokenCount = (metre: Metre, beat: number, part: number, subdivision: number): string =>
  part === 0 ? String(beat + 1) : spokenPart(metre, subdivision, part);

/**
 * The spoken counts of one bar, one for each part of each beat.
 * @example
 * listSpokenCounts({ beats: 2, unit: 4 }, 4).join(' ') // => '1 e & a 2 e & a'
 */
export const listSpokenCounts = (metre: Metre, subdivision: number): readonly string[] =>
  Array.from({ length: beatsPerBar(metre) * subdivision }, (_, slot) =>
    formatSpokenCount(metre, Math.floor(slot / subdivision), slot % subdivision, subdivision),
  );

/** Where a tick falls: bar and beat from 1, and the ticks past that beat. */
export interface BarPosition {
  readonly bar: number;
  readonly beat: number;
  readonly ticksPastBeat: number;
}

/**
 * Splits a tick into bar, beat and the rest.
 * @example
 * tickToBarPosition({ beats: 4, unit: 4 }, 3360 + 840 + 210) // => { bar: 2, beat: 2, ticksPastBeat: 210 }
 */
export const tickToBarPosition = (metre: Metre, at: number): BarPosition => {
  const inBar = at % ticksPerBar(metre);
  const beat = ticksPerBeat(metre);
  return {
    bar: Math.floor(at / ticksPerBar(metre)) + 1,
    beat: Math.floor(inBar / beat) + 1,
    ticksPastBeat: inBar % beat,
  };
};

/** Parts of a beat that have a syllable of their own (common practice). */
const spokenParts = (metre: Metre): readonly number[] => (isCompoundMetre(metre) ? [3, 6] : [2, 3, 4]);

/** Parts of a beat that are counted: from quintuplets on nobody agrees on syllables. */
const COUNTED_PARTS: readonly number[] = [5, 6, 7, 8, 9, 10, 12, 14, 15, 16, 24];

const dividesAt = (past: number, beatTicks: number) => (parts: number) => (past * parts) % beatTicks === 0;

/** A place within a bar: its beat, and the part of the beat by its syllable, its number or its share. */
const placeInBar = (metre: Metre, beat: number, past: number): Message => {
  if (past === 0) return message('place.beat', { beat });
  const beatTicks = ticksPerBeat(metre);
  const divides = dividesAt(past, beatTicks);
  const spoken = spokenParts(metre).find(divides);
  if (spoken)
    return message('place.syllable', { beat, syllable: spokenPart(metre, spoken, (past * spoken) / beatTicks) });
  const parts = COUNTED_PARTS.find(divides);
  return parts
    ? message('place.part', { beat, part: (past * parts) / beatTicks + 1, parts })
    : message('place.share', { beat, share: past / beatTicks });
};

/**
 * A tick as a teacher says it: “beat 2 &”, with the bar in front where there is more than one.
 * @example
 * formatBarPosition({ beats: 4, unit: 4 }, 840 + 420, 1).params // => { beat: 2, syllable: '&' }
 */
export const formatBarPosition = (metre: Metre, at: number, bars: number): Message => {
  const { bar, beat, ticksPastBeat } = tickToBarPosition(metre, at);
  const place = placeInBar(metre, beat, ticksPastBeat);
  return bars > 1 ? placeInBarOf(bar, place) : place;
};

/**
 * A place of a bar with the number of its bar in front.
 * @example
 * placeInBarOf(2, formatBarPosition({ beats: 4, unit: 4 }, 0, 1)).code // => 'place.in-bar'
 */
export const placeInBarOf = (bar: number, place: Message): Message => message('place.in-bar', { bar, place });
