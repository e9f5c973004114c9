import {
  ENGRAVED_HEIGHT,
  ProblemError,
  engravingOptions,
  createProblem,
  prepareForEngraving,
  refineEngraving,
} from '@fleet-wren/core';
import { simplifySvg } from './simplify-svg.ts';

/** Points a page is wide between its margins, and what the engraver makes of them. */
export interface EngravingWidth {
  readonly points: number;
  /** Size in per cent. */
  readonly scale: number;
}

const engraver = async () => {
  // The engraver is large: it is fetched when a sheet is asked for.
  const [{ default: createModule }, { VerovioToolkit }] = await Promise.all([
    import('verovio/wasm'),
    import('verovio/esm'),
  ]);
  return new VerovioToolkit(await createModule());
};

/** A score in the words of MEI, as the engraver understands it. */
export const convertToMei = async (score: string): Promise<string> => {
  const toolkit = await engraver();
  if (!toolkit.loadData(score)) throw new ProblemError(createProblem('internal'));
  return toolkit.getMEI();
};

/** A score as pictures: one of each system, or one of all. */
export const engraveSystems = async (
  score: string,
  { points, scale }: EngravingWidth,
  apart: boolean,
): Promise<readonly string[]> => {
  const toolkit = await engraver();
  const height = apart ? ENGRAVED_HEIGHT.apart : ENGRAVED_HEIGHT.together;
  toolkit.setOptions(engravingOptions(score, { width: (points * 4) / 3, height, scale }));
  if (!toolkit.loadData(prepareForEngraving(score))) throw new ProblemError(createProblem('internal'));
  return Array.from({ length: toolkit.getPageCount() }, (_, page) =>
    simplifySvg(refineEngraving(toolkit.renderToSVG(page + 1))),
  );
};
