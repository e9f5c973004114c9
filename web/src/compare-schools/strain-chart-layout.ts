import type { SchoolResult } from '@fleet-wren/core';
import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { line } from 'd3-shape';

/** Size and margins of the chart of strain against tempo, in pixels. */
export const CHART_SIZE = { width: 344, height: 330, left: 40, right: 26, top: 16, bottom: 38 } as const;

/** The strain that is still drawn: what needs more time than there is lies above the ceiling. */
const MOST_STRAIN = 1.4;

/** One school's line, and where its number stands. */
interface StrainLine {
  readonly school: string;
  readonly path: string;
  /** The best fingering at each tempo; null where it is the one in use all along. */
  readonly best: string | null;
  readonly end: { readonly x: number; readonly y: number };
  /** Where the line meets its ceiling, if it does so on the chart. */
  readonly ceiling: number | null;
}

/** Everything the chart draws. */
export interface StrainChartLayout {
  readonly x: ScaleLinear<number, number>;
  readonly y: ScaleLinear<number, number>;
  readonly lines: readonly StrainLine[];
}

const inside = (strain: readonly { readonly tempo: number; readonly strain: number }[]) => {
  const cut = strain.findIndex((point) => point.strain > MOST_STRAIN);
  if (cut < 1) return strain;
  // The line ends where it leaves the chart.
  const [before, after] = [strain[cut - 1], strain[cut]];
  if (!before || !after) return strain;
  const share = (MOST_STRAIN - before.strain) / (after.strain - before.strain);
  return [...strain.slice(0, cut), { tempo: before.tempo + share * (after.tempo - before.tempo), strain: MOST_STRAIN }];
};

/** Strain by which two lines are told apart on the chart. */
const TOLD_APART = 0.02;

const differs = (a: SchoolResult['strain'], b: SchoolResult['strain']): boolean =>
  a.some(({ strain }, index) => Math.abs(strain - (b[index]?.strain ?? strain)) > TOLD_APART);

/** Keeps numbers at the ends of lines from lying on one another. */
const apart = (lines: readonly StrainLine[]): readonly StrainLine[] => {
  const placed: StrainLine[] = [];
  for (const one of [...lines].sort((a, b) => a.end.y - b.end.y)) {
    const last = placed[placed.length - 1];
    const close = last && Math.abs(last.end.x - one.end.x) < 18 && one.end.y - last.end.y < 18;
    placed.push(close ? { ...one, end: { ...one.end, y: last.end.y + 18 } } : one);
  }
  return placed;
};

/** Lays the chart out. */
export const layOutStrainChart = (approaches: readonly SchoolResult[]): StrainChartLayout => {
  const tempos = approaches.flatMap(({ strain }) => strain.map(({ tempo }) => tempo));
  const x = scaleLinear(
    [Math.min(...tempos), Math.max(...tempos)],
    [CHART_SIZE.left, CHART_SIZE.width - CHART_SIZE.right],
  );
  const y = scaleLinear([0, MOST_STRAIN], [CHART_SIZE.height - CHART_SIZE.bottom, CHART_SIZE.top]);
  const draw = line<{ tempo: number; strain: number }>()
    .x(({ tempo }) => x(tempo))
    .y(({ strain }) => y(strain));
  const lines = approaches.map(({ school, strain, optimalStrainCurve, analysis }): StrainLine => {
    const shown = inside(strain);
    const last = shown[shown.length - 1] ?? { tempo: 0, strain: 0 };
    const bpm = analysis.limit?.maxTempo;
    return {
      school,
      path: draw([...shown]) ?? '',
      best: differs(strain, optimalStrainCurve) ? draw([...inside(optimalStrainCurve)]) : null,
      end: { x: x(last.tempo) + 11, y: y(last.strain) },
      ceiling: bpm !== undefined && bpm <= (x.domain()[1] as number) ? bpm : null,
    };
  });
  return { x, y, lines: apart(lines) };
};
