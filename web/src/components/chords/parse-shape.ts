import { stringCount, type Instrument, type Voicing } from '@fleet-wren/core';

const parseFret = (word: string): number | null | undefined => {
  if (/^x$/i.test(word)) return null;
  return /^\d{1,2}$/.test(word) ? Number(word) : undefined;
};

/** A shape written as frets, from the lowest string up, `x` where a string is muted; undefined where it is none. */
export const parseShape = (text: string, instrument: Instrument): Voicing | undefined => {
  const words = /^[x\d]+$/i.test(text) ? text.split('') : text.split(/\s+/);
  const frets = words.map(parseFret);
  const most = instrument.frets - instrument.capo;
  const right = frets.every((fret) => fret === null || (fret !== undefined && fret <= most));
  if (frets.length !== stringCount(instrument) || !right) return undefined;
  return { chord: frets.map((fret) => fret ?? 'x').join(' '), frets: frets as (number | null)[] };
};
