import { TICKS_PER_QUARTER, parseMetre, ticksPerBeat, withUsualBeats, type Metre } from '../../time/index.ts';

/** Ticks of a whole note. */
export const WHOLE = 4 * TICKS_PER_QUARTER;

const NAMED_METRES: Readonly<Record<string, string>> = { C: '4/4', 'C|': '2/2', none: '4/4', '': '4/4' };

/** The metre of a field: `6/8`, `C`, `2+3/8`; four quarters for what is none. */
export const readMetre = (text: string): Metre => {
  const said = text.trim();
  const plain = NAMED_METRES[said] ?? said.replace(/^\(?([\d+]+)\)?/, (_, sum: string) => String(addUp(sum)));
  if (!/^\d{1,2}\/(2|4|8|16)$/.test(plain)) return { beats: 4, unit: 4 };
  const [beats] = plain.split('/').map(Number);
  return beats && beats <= 16 ? withUsualBeats(parseMetre(plain)) : { beats: 4, unit: 4 };
};

const addUp = (sum: string): number => sum.split('+').reduce((all, one) => all + (Number(one) || 0), 0);

/** A length after a note: `2`, `/`, `//`, `3/2`. */
export const readLength = (text: string): number => {
  const [, above = '', slashes = '', below = ''] = /(\d*)(\/*)(\d*)$/.exec(text) ?? [];
  const numerator = above === '' ? 1 : Number(above);
  if (slashes === '') return numerator;
  return numerator / (below === '' ? 2 ** slashes.length : Math.max(1, Number(below)));
};

export const SIGNS: Readonly<Record<string, number>> = { '^^': 2, '^': 1, '=': 0, _: -1, __: -2 };

export const NOTE = /^(\^{1,2}|_{1,2}|=)?([A-Ga-g])([,']*)/;

/** Notes that fill the time of others: how many, of how many (ABC 2.1, section 4.13). */
export interface Tuplet {
  readonly scale: number;
  left: number;
}

const TUPLET_TIMES: Readonly<Record<number, number>> = { 2: 3, 3: 2, 4: 3, 6: 2, 8: 3 };

export const readTuplet = (text: string, metre: Metre): Tuplet => {
  const [notes = 3, time = 0, count = 0] = text.slice(1).split(':').map(Number);
  const isCompound = ticksPerBeat(metre) % (3 * (TICKS_PER_QUARTER / 2)) === 0;
  const usual = TUPLET_TIMES[notes] ?? (isCompound ? 3 : 2);
  return { scale: (time || usual) / Math.max(1, notes), left: count || notes };
};

/** Times an ending is for: `1`, `1,3`, `1-3`. */
export const numbersIn = (text: string): readonly number[] =>
  text
    .replace(/[^\d,-]/g, '')
    .split(',')
    .flatMap((range) => {
      const [from = 0, to = from] = range.split('-').map(Number);
      return Array.from({ length: Math.max(0, Math.min(16, to) - from + 1) }, (_, index) => from + index);
    })
    .filter((time) => time >= 1);

/** A fraction of a whole note: `1/8`. */
export const readFraction = (text: string): number | undefined => {
  const [, above, below] = /^\s*(\d{1,3})\s*\/\s*(\d{1,3})/.exec(text) ?? [];
  return above && below && Number(below) > 0 ? Number(above) / Number(below) : undefined;
};
