import './practice-bars.scss';
import { formatDay, say } from '@fleet-wren/wording';
import { scaleLinear } from 'd3-scale';

const CHART = { height: 120, left: 4, top: 18, bottom: 22, gap: 0.34 } as const;

const DAYS_IN_WEEK = 7;

/** Room the name of a day takes. */
const DAY_WIDTH = 62;

/** Minutes of practice a week as bars, each with its number, and the day its week begins. */
export const PracticeBars = ({
  minutes,
  firstDay,
  width = 640,
}: {
  readonly minutes: readonly number[];
  /** Days since 1970. */
  readonly firstDay: number;
  /** In the units of the drawing: half of it makes letters twice as large. */
  readonly width?: number;
}) => {
  const step = (width - 2 * CHART.left) / minutes.length;
  const bottom = CHART.height - CHART.bottom;
  const height = scaleLinear([0, Math.max(1, ...minutes)], [0, bottom - CHART.top]);
  const every = Math.ceil(DAY_WIDTH / step);
  const bar = step * (1 - CHART.gap);
  const lastDay = firstDay + (minutes.length - 1) * DAYS_IN_WEEK;
  return (
    <svg
      className="practice-bars"
      viewBox={`0 0 ${width} ${CHART.height}`}
      role="img"
      aria-label={say('report.chart', { first: formatDay(firstDay), last: formatDay(lastDay) })}
    >
      <line className="practice-bars-axis" x1={CHART.left} x2={width - CHART.left} y1={bottom} y2={bottom} />
      {minutes.map((value, week) => {
        const x = CHART.left + week * step + step / 2;
        return (
          <g key={week}>
            <rect
              className="practice-bars-week"
              x={x - bar / 2}
              y={bottom - height(value)}
              width={bar}
              height={height(value)}
            />
            {value >= 0.5 && (
              <text x={x} y={bottom - height(value) - 5}>
                {Math.round(value)}
              </text>
            )}
            {week % every === 0 && (
              <text className="practice-bars-day" x={x} y={CHART.height - 6}>
                {formatDay(firstDay + week * DAYS_IN_WEEK)}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
};
