import type { Stroke } from '../../pattern/index.ts';
import type { FormSigns } from '../parsed-music/parsed-music.ts';

/** What of a tune has no place here. */
export type AbcMark = 'decoration' | 'annotation' | 'overlay' | 'grace';

/** Decorations that are marks of a stroke here, by name or by their short sign (ABC 2.1, section 4.14). */
export const DECORATION_MARKS: Readonly<Record<string, Partial<Stroke>>> = {
  '.': { staccato: true },
  L: { accent: true },
  accent: { accent: true },
  '>': { accent: true },
  emphasis: { accent: true },
  T: { trill: 2 },
  trill: { trill: 2 },
  arpeggio: { rolled: true },
};

/** Decorations that say where one goes on. */
export const DECORATION_SIGNS: Readonly<Record<string, FormSigns>> = {
  s: { segno: true },
  segno: { segno: true },
  o: { coda: true },
  coda: { coda: true },
  fine: { fine: true },
  dacapo: { back: 'start' },
  'd.c.': { back: 'start' },
  'd.c.alcoda': { back: 'start' },
  'd.c.alfine': { back: 'start' },
  'd.s.': { back: 'segno' },
  'd.s.alcoda': { back: 'segno' },
  'd.s.alfine': { back: 'segno' },
  dacoda: { toCoda: true },
};
