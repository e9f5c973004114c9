import { findStoppedFret, type Pattern, type SlideSide, type Stroke } from '@fleet-wren/core';

/** Ornaments a note can have one of. */
export const ORNAMENTS = ['none', 'bend', 'release', 'grace', 'trill'] as const;

export type OrnamentKind = (typeof ORNAMENTS)[number];

/** Ways a note is slid to or off from, with no other note. */
export const SLIDES = ['none', 'in-below', 'in-above', 'out-below', 'out-above'] as const;

export type SlideKind = (typeof SLIDES)[number];

const USUAL = { bend: 2, trill: 2, grace: 2 } as const;

/** The ornament a note has. */
export const kindOfOrnament = ({ bend, grace, trill }: Stroke): OrnamentKind => {
  if (bend) return bend.isReleased ? 'release' : 'bend';
  if (grace) return 'grace';
  return trill === undefined ? 'none' : 'trill';
};

/** A grace note as it is first set: hammered from two frets below, pulled off from above where nothing lies below. */
const usualGrace = (pattern: Pattern, stroke: Stroke): Stroke['grace'] => {
  const below = Math.min(USUAL.grace, findStoppedFret(pattern, stroke) ?? 0);
  return below > 0 ? { frets: -below, slur: 'hammer-on' } : { frets: USUAL.grace, slur: 'pull-off' };
};

/** A note with another ornament, or none; a bend keeps how far it goes. */
export const withOrnament = (pattern: Pattern, stroke: Stroke, kind: OrnamentKind): Stroke => {
  const { bend, grace: _grace, trill: _trill, ...plain } = stroke;
  const semitones = bend?.semitones ?? USUAL.bend;
  if (kind === 'bend') return { ...plain, bend: { semitones } };
  if (kind === 'release') return { ...plain, bend: { semitones, isReleased: true } };
  if (kind === 'grace') return { ...plain, grace: usualGrace(pattern, stroke) as NonNullable<Stroke['grace']> };
  return kind === 'trill' ? { ...plain, trill: USUAL.trill } : plain;
};

/** How a note is slid to or off from. */
export const kindOfSlide = ({ slideIn, slideOut }: Stroke): SlideKind => {
  if (slideIn) return `in-${slideIn}`;
  return slideOut ? `out-${slideOut}` : 'none';
};

/** A note slid to or off from in another way, or in none. */
export const withSlide = ({ slideIn: _in, slideOut: _out, ...plain }: Stroke, kind: SlideKind): Stroke => {
  const [way, side] = kind.split('-') as [string, SlideSide];
  if (way === 'in') return { ...plain, slideIn: side };
  return way === 'out' ? { ...plain, slideOut: side } : plain;
};

/** A bend of a half step, then of a whole one, then none. */
export const cycleBend = ({ bend, ...stroke }: Stroke): Stroke => {
  if (!bend) return { ...stroke, bend: { semitones: 1 } };
  return bend.semitones < 2 ? { ...stroke, bend: { ...bend, semitones: 2 } } : stroke;
};
