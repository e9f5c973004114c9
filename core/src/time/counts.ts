import { ticksPerBar, ticksPerBeat, type Metre } from './ticks.ts';

/** What is said on the parts of a beat after its number, by how many parts it has (common practice). */
const SPOKEN: Readonly<Record<number, readonly string[]>> = {
  1: [],
  2: ['&'],
  3: ['trip', 'let'],
  4: ['e', '&', 'a'],
  6: ['·', 'trip', '·', 'let', '·'],
  8: ['·', 'e', '·', '&', '·', 'a', '·'],
};

const spokenPart = (subdivision: number, part: number): string => SPOKEN[subdivision]?.[part - 1] ?? '·';

/**
 * The spoken count of one part of a beat; beats and parts are counted from 0.
 * @example
 * spokenCount(1, 3, 4) // => 'a'
 */
export const spokenCount = (beat: number, part: number, subdivision: number): string =>
  part === 0 ? String(beat + 1) : spokenPart(subdivision, part);

/**
 * The spoken counts of one bar, one for each part of each beat.
 * @example
 * countsOfBar({ beats: 2, unit: 4 }, 4).join(' ') // => '1 e & a 2 e & a'
 */
export const countsOfBar = (metre: Metre, subdivision: number): readonly string[] =>
  Array.from({ length: metre.beats * subdivision }, (_, slot) =>
    spokenCount(Math.floor(slot / subdivision), slot % subdivision, subdivision),
  );

/** Where a tick falls: bar and beat from 1, and the ticks past that beat. */
export interface Place {
  readonly bar: number;
  readonly beat: number;
  readonly past: number;
}

/**
 * Splits a tick into bar, beat and the rest.
 * @example
 * placeOf({ beats: 4, unit: 4 }, 3360 + 840 + 210) // => { bar: 2, beat: 2, past: 210 }
 */
export const placeOf = (metre: Metre, at: number): Place => {
  const inBar = at % ticksPerBar(metre);
  const beat = ticksPerBeat(metre);
  return { bar: Math.floor(at / ticksPerBar(metre)) + 1, beat: Math.floor(inBar / beat) + 1, past: inBar % beat };
};

const NAMED_PARTS: readonly number[] = [2, 3, 4];

/** The spoken part of a beat at some ticks past it, whatever the subdivision; a fraction if no word fits. */
const partName = (past: number, beatTicks: number): string => {
  if (past === 0) return '';
  const parts = NAMED_PARTS.find((n) => (past * n) % beatTicks === 0);
  if (parts) return ` ${spokenPart(parts, (past * parts) / beatTicks)}`;
  return ` + ${(past / beatTicks).toFixed(2)}`;
};

/**
 * A tick as a teacher says it: "2 &", with the bar in front where there is more than one.
 * @example
 * placeName({ beats: 4, unit: 4 }, 840 + 420, 1) // => 'beat 2 &'
 */
export const placeName = (metre: Metre, at: number, bars: number): string => {
  const { bar, beat, past } = placeOf(metre, at);
  const name = `beat ${beat}${partName(past, ticksPerBeat(metre))}`;
  return bars > 1 ? `bar ${bar}, ${name}` : name;
};
