import { say, sayLabel } from '@fleet-wren/wording';
import { formatMaxTempo, type SchoolResult } from '@fleet-wren/core';
import { useMemo } from 'react';
import { CHART_SIZE, layOutStrainChart } from './strain-chart-layout.ts';

interface ChartProps {
  readonly approaches: readonly SchoolResult[];
  readonly tempo: number;
  readonly best: readonly string[];
  readonly pointed: string | null;
  readonly point: (school: string | null) => void;
}

/** Strain against tempo, a line a school: where a line crosses the ceiling the hand has no time left. */
export const StrainChart = ({ approaches, tempo, best, pointed, point }: ChartProps) => {
  const { x, y, lines } = useMemo(() => layOutStrainChart(approaches), [approaches]);
  const number = (school: string): number => approaches.findIndex((one) => one.school === school) + 1;
  const bottom = CHART_SIZE.height - CHART_SIZE.bottom;
  return (
    <figure className="strain" aria-label={say('approaches.difficulty-by-tempo')}>
      <figcaption>{say('approaches.difficulty-by-tempo')}</figcaption>
      <svg
        viewBox={`0 0 ${CHART_SIZE.width} ${CHART_SIZE.height}`}
        width={CHART_SIZE.width}
        height={CHART_SIZE.height}
        role="img"
        aria-label={approaches
          .map(({ name, analysis }) =>
            say('approaches.max-of', {
              name: sayLabel(name),
              max: analysis.limit
                ? say('common.bpm-max', { bpm: formatMaxTempo(analysis.limit.maxTempo) })
                : say('common.no-max-tempo'),
            }),
          )
          .join('; ')}
      >
        <rect
          className="strain-beyond"
          x={CHART_SIZE.left}
          y={CHART_SIZE.top}
          width={CHART_SIZE.width - CHART_SIZE.left - CHART_SIZE.right}
          height={y(1) - CHART_SIZE.top}
        />
        {[0, 0.5, 1].map((share) => (
          <g key={share}>
            <line
              className={share === 1 ? 'strain-ceiling' : 'strain-rule'}
              x1={CHART_SIZE.left}
              x2={CHART_SIZE.width - CHART_SIZE.right}
              y1={y(share)}
              y2={y(share)}
            />
            <text className="strain-tick" x={CHART_SIZE.left - 7} y={y(share)} dy="0.34em" textAnchor="end">
              {share * 100}%
            </text>
          </g>
        ))}
        {x.ticks(5).map((one) => (
          <text key={one} className="strain-tick" x={x(one)} y={bottom + 17} textAnchor="middle">
            {one}
          </text>
        ))}
        <text className="strain-tick" x={CHART_SIZE.width - CHART_SIZE.right} y={bottom + 32} textAnchor="end">
          {say('common.bpm')}
        </text>
        <line className="strain-now" x1={x(tempo)} x2={x(tempo)} y1={CHART_SIZE.top} y2={bottom} />
        <text className="strain-tick strain-now-text" x={x(tempo) + 5} y={bottom - 7}>
          {say('approaches.at-bpm', { tempo })}
        </text>
        {lines.map(({ school, path, best: bestPath, end, ceiling }) => (
          <g
            key={school}
            className={`strain-line series-${number(school)}${pointed === school ? ' pointed' : ''}${best.includes(school) ? ' best' : ''}${pointed && pointed !== school ? ' aside' : ''}`}
            onPointerEnter={() => point(school)}
            onPointerLeave={() => point(null)}
          >
            <path className="strain-reach" d={path} />
            <path d={path} />
            {bestPath && <path className="strain-best" d={bestPath} />}
            {ceiling !== null && <circle className="strain-meets" cx={x(ceiling)} cy={y(1)} r={4.5} />}
            <circle className="strain-badge" cx={end.x} cy={end.y} r={8.5} />
            <text className="strain-number" x={end.x} y={end.y} dy="0.34em">
              {number(school)}
            </text>
          </g>
        ))}
      </svg>
    </figure>
  );
};
