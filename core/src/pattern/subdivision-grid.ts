import { SUBDIVISIONS, isSubdivisionPossible, ticksPerBeat, type Metre } from '../time/index.ts';
import type { BeatSubdivision } from './pattern.ts';

/** Parts beats are cut in: most of them, and those that are cut otherwise. */
export interface SubdivisionGrid {
  readonly subdivision: number;
  readonly divisions: readonly BeatSubdivision[];
}

/** Parts a beat can be cut in, the fewest first. */
const partsIn = (metre: Metre): readonly number[] =>
  SUBDIVISIONS.filter((parts) => isSubdivisionPossible(metre, parts));

const fits = (times: readonly number[], beat: number, parts: number): boolean =>
  times.every((past) => (past * parts) % beat === 0);

const mostCommon = (values: readonly number[]): number | undefined => {
  const votes = new Map<number, number>();
  for (const value of values) votes.set(value, (votes.get(value) ?? 0) + 1);
  return [...votes].sort((a, b) => b[1] - a[1] || b[0] - a[0])[0]?.[0];
};

/**
 * The fewest parts of the beat on which all times fall, with beats of their own where one cut does not do for all.
 * `said` are the parts a file counts each beat in.
 * @example
 * findSubdivisionGrid([0, 420, 840, 1260], { beats: 4, unit: 4 }).subdivision // => 2
 */
export const findSubdivisionGrid = (
  times: readonly number[],
  metre: Metre,
  said: readonly (number | undefined)[] = [],
): SubdivisionGrid => {
  const beat = ticksPerBeat(metre);
  const parts = partsIn(metre);
  const byBeat = new Map<number, number[]>();
  for (const at of times) {
    const index = Math.floor(at / beat);
    byBeat.set(index, [...(byBeat.get(index) ?? []), at - index * beat]);
  }
  const spoken = mostCommon(said.filter((one): one is number => one !== undefined && parts.includes(one)));
  const together = [...byBeat.values()].flat();
  const all = parts.find((one) => fits(together, beat, one));
  const subdivision =
    spoken ??
    all ??
    mostCommon([...byBeat.values()].flatMap((inside) => parts.find((one) => fits(inside, beat, one)) ?? [])) ??
    (parts.includes(4) ? 4 : 3);
  const beats = new Set([...byBeat.keys(), ...said.keys()]);
  const divisions = [...beats]
    .sort((a, b) => a - b)
    .flatMap((index): BeatSubdivision[] => {
      const inside = byBeat.get(index) ?? [];
      const named = said[index];
      const own = named !== undefined && fits(inside, beat, named) ? named : undefined;
      if (own === subdivision || (own === undefined && fits(inside, beat, subdivision))) return [];
      const cut = own ?? parts.find((one) => fits(inside, beat, one));
      return cut === undefined ? [] : [{ beat: index, parts: cut }];
    });
  return { subdivision, divisions };
};
