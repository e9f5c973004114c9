import { say, sayMessage } from '@fleet-wren/wording';
import {
  createTimingStrips,
  type TakeReference,
  type TimingStrip,
  type TakeAlignment,
  type TimingPoint,
  fingerName,
} from '@fleet-wren/core';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { useMemo } from 'react';
import { ChartGridLines } from '../components/charts/ChartGridLines.tsx';
import { spreadLabels } from './spread-labels.ts';
import { formatSigned } from '../components/take/format-signed.ts';

const STRIP = { width: 470, height: 150, left: 40, right: 62, top: 10, bottom: 22, name: 13 } as const;

/** What is shown of a stroke: how it is called, measured, said, and the least that is shown either way. */
interface Measure {
  readonly title: string;
  readonly of: (stroke: TimingPoint) => number | null;
  readonly least: number;
  readonly unit: string;
  readonly ends: readonly [string, string];
}

const MEASURES: readonly Measure[] = [
  {
    title: say('takes.timing'),
    of: ({ asynchrony }) => (asynchrony === null ? null : asynchrony * 1000),
    least: 30,
    unit: say('takes.ms'),
    ends: [say('takes.late'), say('takes.early')],
  },
  {
    title: say('takes.volume'),
    of: ({ relativeLevel }) => relativeLevel,
    least: 6,
    unit: say('takes.db'),
    ends: [say('takes.louder'), say('takes.softer')],
  },
];

/** Where a stroke is drawn. */
interface Placed {
  readonly x: number;
  readonly y: number;
}

interface StripProps {
  readonly strips: readonly TimingStrip[];
  readonly cycles: number;
  readonly measure: Measure;
}

/** The furthest that is drawn: every middle, and strokes as far as most of them go. */
const reachOf = (strips: readonly TimingStrip[], { of, least }: Measure): number => {
  const far = (stroke: TimingPoint): readonly number[] => {
    const value = of(stroke);
    return value === null ? [] : [Math.abs(value)];
  };
  const all = strips.flatMap(({ points }) => points.flatMap(far)).sort((a, b) => a - b);
  const middles = strips.flatMap((strip) => strip.passMedians.flatMap((middle) => (middle ? far(middle) : [])));
  return Math.max(least, all[Math.floor(0.95 * all.length)] ?? 0, ...middles) * 1.1;
};

/** One measure over the take: a dot for each stroke, a line for each digit through the middles of its times through. */
const Strip = ({ strips, cycles, measure }: StripProps) => {
  const { title, of, unit, ends } = measure;
  const reach = reachOf(strips, measure);
  const x = scaleLinear([0, cycles], [STRIP.left, STRIP.width - STRIP.right]);
  const y = scaleLinear([reach, -reach], [STRIP.top, STRIP.height - STRIP.bottom]).clamp(true);
  const placed = (stroke: TimingPoint): readonly Placed[] => {
    const value = of(stroke);
    return value === null ? [] : [{ x: x(stroke.passPosition), y: y(value) }];
  };
  const path = line<Placed>(
    (place) => place.x,
    (place) => place.y,
  );
  const lines = strips.flatMap(({ actuator, passMedians }) => {
    const heard = passMedians.flatMap((middle) => (middle ? placed(middle) : []));
    const last = heard.at(-1);
    return last ? [{ striker: actuator, d: path(heard) ?? '', at: last.y }] : [];
  });
  const names = spreadLabels(
    lines.map(({ at }) => at),
    STRIP.name,
    [STRIP.top, STRIP.height - STRIP.bottom],
  );
  return (
    <div>
      <h3>{title}</h3>
      <svg
        viewBox={`0 0 ${STRIP.width} ${STRIP.height}`}
        role="img"
        aria-label={say('takes.of-each-finger-over-the-take', { title })}
      >
        <ChartGridLines
          ticks={y.ticks(3)}
          y={y}
          from={STRIP.left}
          to={STRIP.width - STRIP.right}
          label={(tick) => (tick === 0 ? `0 ${unit}` : formatSigned(tick))}
          marked={0}
        />
        <text className="chart-tick" x={STRIP.left + 3} y={STRIP.top + 8}>
          {ends[0]}
        </text>
        <text className="chart-tick" x={STRIP.left + 3} y={STRIP.height - STRIP.bottom - 2}>
          {ends[1]}
        </text>
        {[1, cycles].map((cycle) => (
          <text key={cycle} className="chart-tick" x={x(cycle - 0.5)} y={STRIP.height - 6} textAnchor="middle">
            {cycle}
          </text>
        ))}
        <text className="chart-tick" x={x(cycles / 2)} y={STRIP.height - 6} textAnchor="middle">
          {say('takes.pass')}
        </text>
        {strips.flatMap(({ actuator, points }) =>
          points
            .flatMap(placed)
            .map((place, index) => (
              <circle
                key={`${actuator} ${index}`}
                className="take-strip-stroke"
                cx={place.x}
                cy={place.y}
                r={1.8}
                style={{ fill: `var(--digit-${actuator})` }}
              />
            )),
        )}
        {lines.map(({ striker, d }, index) => (
          <g key={striker}>
            <path className="take-strip-line" d={d} style={{ stroke: `var(--digit-${striker})` }} />
            <text
              className="take-strip-name"
              x={STRIP.width - STRIP.right + 8}
              y={names[index]}
              dy="0.34em"
              style={{ fill: `var(--digit-${striker})` }}
            >
              {sayMessage(fingerName(striker))}
            </text>
          </g>
        ))}
      </svg>
    </div>
  );
};

const figuresOf = ({ asynchrony, relativeLevel }: TimingPoint): string =>
  `${asynchrony === null ? say('takes.not-measurable') : formatSigned(asynchrony * 1000)} · ${formatSigned(relativeLevel)}`;

/** The same in figures: the middle of each time through by digit. */
const StripTable = ({ strips, cycles }: Omit<StripProps, 'measure'>) => (
  <details>
    <summary className="text-soft">{say('takes.values-for-each-pass')}</summary>
    <table className="hand-table">
      <caption className="visually-hidden">{say('takes.timing-and-volume-of-each-finger')}</caption>
      <thead>
        <tr>
          <th scope="col">{say('takes.pass-2')}</th>
          {strips.map(({ actuator }) => (
            <th key={actuator} scope="col">
              {say('takes.ms-db', { strikerName: sayMessage(fingerName(actuator)) })}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {Array.from({ length: cycles }, (_, cycle) => (
          <tr key={cycle}>
            <th scope="row">{cycle + 1}</th>
            {strips.map(({ actuator, passMedians }) => {
              const middle = passMedians[cycle];
              return <td key={actuator}>{middle ? figuresOf(middle) : say('takes.not-heard')}</td>;
            })}
          </tr>
        ))}
      </tbody>
    </table>
  </details>
);

interface TakeStripsProps {
  readonly asked: TakeReference;
  readonly heard: TakeAlignment;
}

/** How late and how loud each digit was as the take went on: what tires shows here. */
export const TakeTrendCharts = ({ asked, heard }: TakeStripsProps) => {
  const strips = useMemo(() => createTimingStrips(asked, heard), [asked, heard]);
  if (strips.length === 0) return null;
  const { cycles } = heard;
  return (
    <section className="take-strips" aria-label={say('takes.over-the-take')}>
      {MEASURES.map((measure) => (
        <Strip key={measure.title} strips={strips} cycles={cycles} measure={measure} />
      ))}
      <StripTable strips={strips} cycles={cycles} />
    </section>
  );
};
