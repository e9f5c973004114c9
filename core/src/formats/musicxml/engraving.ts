/** How a score is laid out by the engraver: width and height of a page as it counts them, and its size in per cent. */
export interface Engraving {
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
  { width, height, scale }: Engraving,
): Readonly<Record<string, string | number | boolean>> => ({
  pageWidth: Math.round((width * 100) / scale),
  pageHeight: height,
  adjustPageHeight: true,
  pageMarginTop: 10,
  pageMarginBottom: 10,
  // The brace stands out over the staves, and so may the name of a section.
  pageMarginLeft: 50,
  pageMarginRight: 10,
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
