import { WrenError, problem } from '@fleet-wren/core';
import { plainSvg } from './plain-svg.ts';

/** Points a page is wide between its margins, and what the engraver makes of them. */
export interface PageWidth {
  readonly points: number;
  /** Size in per cent. */
  readonly scale: number;
}

/** Less than one system needs, so that each is a page by itself; more than any piece needs, so that all are one. */
const HEIGHT = { low: 100, high: 60_000 } as const;

const engraver = async () => {
  // The engraver is large: it is fetched when a sheet is asked for.
  const [{ default: createModule }, { VerovioToolkit }] = await Promise.all([
    import('verovio/wasm'),
    import('verovio/esm'),
  ]);
  return new VerovioToolkit(await createModule());
};

/** A score as pictures: one of each system, or one of all. */
export const engrave = async (
  score: string,
  { points, scale }: PageWidth,
  apart: boolean,
): Promise<readonly string[]> => {
  const toolkit = await engraver();
  toolkit.setOptions({
    pageWidth: Math.round(((points * 4) / 3) * (100 / scale)),
    pageHeight: apart ? HEIGHT.low : HEIGHT.high,
    adjustPageHeight: true,
    pageMarginTop: 10,
    pageMarginBottom: 10,
    pageMarginLeft: 50,
    pageMarginRight: 10,
    scale,
    // What it says of what it did not find in the score is of no use to anybody.
    breaks: score.includes('new-system') ? 'smart' : 'auto',
    breaksSmartSb: 0.3,
    header: 'none',
    footer: 'none',
    svgViewBox: true,
    lyricTopMinMargin: 2,
    lyricSize: 3.6,
    spacingStaff: 7,
    spacingLinear: 0.32,
    minLastJustification: 0.4,
  });
  if (!toolkit.loadData(score)) throw new WrenError(problem('internal'));
  return Array.from({ length: toolkit.getPageCount() }, (_, page) => plainSvg(toolkit.renderToSVG(page + 1)));
};
