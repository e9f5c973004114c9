import type { Score } from '../../score/index.ts';
import { clearChordsOfFingers } from './clear-chords.ts';
import { clearFingersOfStems } from './clear-stems.ts';
import { withUsualSigns } from './usual-signs.ts';
import { splitLongBars } from './split-long-bars.ts';

/** How a score is laid out by the engraver: width and height of a page as it counts them, and its size in per cent. */
export interface EngravingLayout {
  readonly width: number;
  readonly height: number;
  readonly scale: number;
}

/** Less than one system needs, so that each is a page by itself; more than a piece needs, so that all are one. */
export const ENGRAVED_HEIGHT = { apart: 100, together: 60_000 } as const;

/**
 * What the engraver (verovio) is told, so that a sheet on screen, on paper and from the command line is the same.
 * @example
 * engravingOptions('', { width: 700, height: ENGRAVED_HEIGHT.apart, scale: 50 }).pageWidth // => 1400
 */
export const engravingOptions = (
  score: string,
  { width, height, scale }: EngravingLayout,
): Readonly<Record<string, string | number | boolean>> => ({
  pageWidth: Math.round((width * 100) / scale),
  pageHeight: height,
  adjustPageHeight: true,
  pageMarginTop: 10,
  pageMarginBottom: 10,
  // The brace stands out over the staves, and so may the name of a section.
  pageMarginLeft: 50,
  pageMarginRight: 10,
  // Digits and tempo marks keep off beams and metres.
  defaultBottomMargin: 1,
  defaultTopMargin: 1,
  scale,
  // Sections begin new lines where the line before is not too short for it.
  breaks: score.includes('new-system') ? 'smart' : 'auto',
  breaksSmartSb: 0.3,
  header: 'none',
  footer: 'none',
  svgViewBox: true,
  lyricTopMinMargin: 2,
  lyricSize: 3.6,
  spacingStaff: 7,
  spacingLinear: 0.32,
  // A short line fills the page too, unless it is much shorter.
  minLastJustification: 0.4,
});

/** Room beside the name of a section in its box: it stands over a chord name that is near, and does not touch it. */
const BOX_ROOM = '\u00a0\u00a0';

/** Accidentals behind the root of a chord, `7#9` or `7(b9)`, as signs: the engraver draws those of roots itself. */
const withSigns = (kind: string): string => kind.replace(/#(?=\d)/g, '♯').replace(/b(?=\d)/g, '♭');

/**
 * A score in MusicXML as the engraver takes it: the boxes of sections keep off chord names, and these have their signs.
 * @example
 * prepareForEngraving('<rehearsal>A</rehearsal>').length // => 28
 */
export const prepareForEngraving = (score: string): string =>
  score
    .replaceAll(
      /(<rehearsal[^>]*>)([^<]*)(<\/rehearsal>)/g,
      (_whole, before: string, name: string, after: string) => before + BOX_ROOM + name + BOX_ROOM + after,
    )
    .replaceAll(
      /(<kind[^>]*\btext=")([^"]*)"/g,
      (_whole, before: string, kind: string) => `${before}${withSigns(kind)}"`,
    );

/**
 * Tenths of the engraver's units a stroke needs at the least with its digit and its count, and what clefs and signs
 * take (est.).
 */
const ROOM = { stroke: 300, signs: 2600 } as const;

/**
 * Strokes one after another that a line has room for at a width and a size: bars with more are broken.
 * @example
 * maxStrokesPerSystem({ width: 695, scale: 40 }) // => 49
 */
export const maxStrokesPerSystem = ({ width, scale }: Pick<EngravingLayout, 'width' | 'scale'>): number =>
  Math.max(4, Math.floor(((width * 1000) / scale - ROOM.signs) / ROOM.stroke));

/**
 * How many bars of a score are too long for a line and are written in pieces.
 * @example
 * countSplitBars(flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), 49) // => 0
 */
export const countSplitBars = (score: Score, most: number): number => splitLongBars(score, {}, most).splitCount;

/** How much wider our type is than the one the engraver measures boxes by, with some air, as a share. */
const WIDER = 0.2;

/** Units of the engraver both rooms in a box take together: four spaces of a quarter of 324. */
const BOX_ROOM_UNITS = 324;

/** The boxes round the names of sections, as wide as our type needs: their room serves first. */
const widenSectionNames = (svg: string): string =>
  svg.replace(
    /(class="reh"[^>]*>\s*<rect[^>]* x=")(-?\d+)("[^>]* width=")(\d+)/g,
    (_, before: string, x: string, between: string, width: string) => {
      const own = Number(width);
      const wanted = Math.max(own, (1 + WIDER) * (own - BOX_ROOM_UNITS));
      return `${before}${Math.round(Number(x) - (wanted - own) / 2)}${between}${Math.round(wanted)}`;
    },
  );

/**
 * A picture by the engraver, mended where our type and our digits need it: boxes wide enough, digits beside the stems,
 * accidentals of chord names in usual type, chord names clear of digits.
 * @example
 * refineEngraving('<g class="reh"><rect x="100" y="0" height="9" width="4000"></rect>')
 * // => '<g class="reh"><rect x="-106" y="0" height="9" width="4411"></rect>'
 */
export const refineEngraving = (svg: string): string =>
  clearChordsOfFingers(clearFingersOfStems(widenSectionNames(withUsualSigns(svg))));

const MEASURE = /<g\b[^>]*class="[^"]*\bmeasure\b/g;

/**
 * Words of measures, in order, shared out to the pictures of systems that hold them.
 * @example
 * shareOutMeasures(['<g class="measure"/>', '<g class="measure"/>'], ['one', 'two']) // => [['one'], ['two']]
 */
export const shareOutMeasures = <Words>(
  systems: readonly string[],
  words: readonly Words[],
): readonly (readonly Words[])[] => {
  let next = 0;
  return systems.map((svg) => {
    const from = next;
    next += svg.match(MEASURE)?.length ?? 0;
    return words.slice(from, next);
  });
};
