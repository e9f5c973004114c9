interface ChartRulesProps {
  readonly ticks: readonly number[];
  readonly y: (value: number) => number;
  /** Where the lines begin and end. */
  readonly from: number;
  readonly to: number;
  readonly label: (value: number) => string;
  /** The one that stands out, as a target does. */
  readonly marked?: number;
}

/** The horizontal lines of a chart, each with its value on the left. */
export const ChartGridLines = ({ ticks, y, from, to, label, marked }: ChartRulesProps) =>
  ticks.map((value) => (
    <g key={value}>
      <line
        className={value === marked ? 'chart-target' : 'chart-rule'}
        x1={from}
        x2={to}
        y1={y(value)}
        y2={y(value)}
      />
      <text className="chart-tick" x={from - 6} y={y(value)} dy="0.34em" textAnchor="end">
        {label(value)}
      </text>
    </g>
  ));
