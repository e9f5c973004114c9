import { formatDay, say } from '@fleet-wren/wording';
import type { PracticeProgress } from '@fleet-wren/core';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { ChartGridLines } from '../components/charts/ChartGridLines.tsx';

const CHART = { width: 560, height: 170, left: 38, right: 12, top: 12, bottom: 26 } as const;

interface ChartProps {
  readonly progress: PracticeProgress;
  readonly target: number;
}

/** Clean tempo against days, with the target as a line; the same as a table for those who do not see it. */
export const TempoChart = ({ progress, target }: ChartProps) => {
  const days = progress.days.filter(({ clean, slipped }) => clean + slipped > 0);
  const points = days.flatMap(({ day, best }) => (best === null ? [] : [{ day, best }]));
  const [first, last] = [days[0]?.day, days.at(-1)?.day];
  if (first === undefined || last === undefined) return <p className="text-soft">{say('students.no-practice-yet')}</p>;
  const x = scaleLinear([first, Math.max(last, first + 6)], [CHART.left, CHART.width - CHART.right]);
  const y = scaleLinear(
    [0, Math.max(target * 1.1, ...points.map(({ best }) => best))],
    [CHART.height - CHART.bottom, CHART.top],
  ).nice(4);
  const path = line<{ readonly day: number; readonly best: number }>(
    ({ day }) => x(day),
    ({ best }) => y(best),
  );
  return (
    <figure className="tempo-chart">
      <svg viewBox={`0 0 ${CHART.width} ${CHART.height}`} role="img" aria-label={say('students.clean-tempo-by-day')}>
        <ChartGridLines ticks={y.ticks(4)} y={y} from={CHART.left} to={CHART.width - CHART.right} label={String} />
        <line className="chart-target" x1={CHART.left} x2={CHART.width - CHART.right} y1={y(target)} y2={y(target)} />
        <text className="chart-tick" x={CHART.width - CHART.right} y={y(target) - 5} textAnchor="end">
          {say('students.target-bpm', { target })}
        </text>
        {days.map(({ day, clean, slipped }) => (
          <rect
            key={day}
            className="chart-slips"
            x={x(day) - 2}
            width={4}
            y={CHART.height - CHART.bottom - (28 * slipped) / Math.max(1, clean + slipped)}
            height={(28 * slipped) / Math.max(1, clean + slipped)}
          />
        ))}
        <path className="chart-line" d={path(points) ?? ''} />
        {points.map(({ day, best }) => (
          <circle key={day} className="chart-point" cx={x(day)} cy={y(best)} r={3.4} />
        ))}
        {[first, last].map((day, index) => (
          <text
            key={index}
            className="chart-tick"
            x={index === 0 ? CHART.left : CHART.width - CHART.right}
            y={CHART.height - 8}
            textAnchor={index === 0 ? 'start' : 'end'}
          >
            {formatDay(day)}
          </text>
        ))}
      </svg>
      <figcaption className="text-soft">{say('students.fastest-clean-tempo-each-day-the')}</figcaption>
      <table className="visually-hidden">
        <caption>{say('students.clean-tempo-by-day')}</caption>
        <thead>
          <tr>
            <th scope="col">{say('students.day')}</th>
            <th scope="col">{say('students.fastest-clean-tempo-bpm')}</th>
            <th scope="col">{say('common.clean')}</th>
            <th scope="col">{say('common.missed')}</th>
          </tr>
        </thead>
        <tbody>
          {days.map(({ day, best, clean, slipped }) => (
            <tr key={day}>
              <th scope="row">{formatDay(day)}</th>
              <td>{best ?? say('common.none')}</td>
              <td>{clean}</td>
              <td>{slipped}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </figure>
  );
};
