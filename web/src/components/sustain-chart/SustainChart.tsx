import { say, sayMessage } from '@fleet-wren/wording';
import './sustain-chart.scss';
import {
  openStringName,
  describeStringChanges,
  type Pattern,
  type StringChange,
  type StringUsage,
} from '@fleet-wren/core';
import { memo, useMemo } from 'react';
import type { AnalysedPattern } from '../analysed-pattern.ts';
import {
  DIAGRAM_SPACING,
  formatBarRange,
  layOutDiagram,
  findSystemAt,
  type DiagramLayout,
  type DiagramSystem,
} from '../fingering-diagram/diagram-layout.ts';
import { useStablePatternFrame } from '../fingering-diagram/useStablePatternFrame.ts';
import { backgroundWorker } from '../../workers/workers.ts';
import { useWorkerQuery } from '../../workers/useWorkerQuery.ts';
import { getDigitColour } from '../stroke-symbol/symbol-shapes.ts';
import { STRING_ROW_HEIGHT, listPlayedStrings, layOutSustainBars, type SustainBar } from './sustain-chart-layout.ts';

/** What ends a note: a stroke across the bar, a finger's box, a cross for damping; a note that rings on has none. */
const END_MARKS: Readonly<Record<SustainBar['how'], string>> = {
  'ring-cut-by-note': 'M0 -7V7',
  'planted-on': 'M-3 -4H3V4H-3Z',
  damped: 'M-4 -4L4 4M-4 4L4 -4',
  end: '',
};

const Bar = ({ bar }: { readonly bar: SustainBar }) => {
  const colour = getDigitColour(bar.digit);
  return (
    <g>
      <line className="ring-bar" x1={bar.x} x2={bar.to} y1={0} y2={0} stroke={colour} />
      <circle cx={bar.x} r={4.5} fill={colour} />
      {!bar.on && (
        <path
          className="ring-end"
          d={END_MARKS[bar.how]}
          transform={`translate(${bar.to.toFixed(1)} 0)`}
          stroke={colour}
        />
      )}
    </g>
  );
};

interface RingRowsProps {
  readonly pattern: Pattern;
  readonly study: StringUsage;
  readonly strings: readonly number[];
  readonly layout: DiagramLayout;
  readonly system: DiagramSystem;
}

const RingRows = memo(({ pattern, study, strings, layout, system }: RingRowsProps) => (
  <svg width={layout.width} height={STRING_ROW_HEIGHT * strings.length} aria-hidden="true">
    {strings.map((string, row) => (
      <g key={string} transform={`translate(0 ${STRING_ROW_HEIGHT * (row + 0.5)})`}>
        <text className="ring-string" x={8} dy="0.34em">
          {string}
        </text>
        <text className="ring-name" x={26} dy="0.34em">
          {openStringName(pattern.instrument, string)}
        </text>
        <line className="ring-line" x1={DIAGRAM_SPACING.left} x2={layout.width - DIAGRAM_SPACING.right} y1={0} y2={0} />
        {layOutSustainBars(study.rings, string, layout, system).map((bar) => (
          <Bar key={bar.stroke} bar={bar} />
        ))}
      </g>
    ))}
  </svg>
));

const ChangeCell = ({ change, most }: { readonly change: StringChange | undefined; readonly most: number }) =>
  change ? (
    <td style={{ '--share': change.count / most } as React.CSSProperties}>
      <b>{change.count}</b>
      <small>{describeStringChanges(change.kinds).map(sayMessage).join(', ')}</small>
    </td>
  ) : (
    <td className="never">–</td>
  );

const Changes = ({
  changes,
  strings,
}: {
  readonly changes: readonly StringChange[];
  readonly strings: readonly number[];
}) => {
  const most = Math.max(1, ...changes.map(({ count }) => count));
  return (
    <table className="changes">
      <caption>{say('parts.moves-from-string-row-to-string')}</caption>
      <thead>
        <tr>
          <td />
          {strings.map((to) => (
            <th key={to} scope="col">
              {say('parts.to', { to })}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {strings.map((from) => (
          <tr key={from}>
            <th scope="row">{from}</th>
            {strings.map((to) => (
              <ChangeCell
                key={to}
                change={changes.find((change) => change.from === from && change.to === to)}
                most={most}
              />
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
};

interface StringsProps {
  readonly judged: AnalysedPattern;
  readonly width: number;
  /** The row of bars this tick is in is shown. */
  readonly at: number;
}

/** What was studied of a judged pattern. */
interface Studied {
  readonly judged: AnalysedPattern;
  readonly study: StringUsage;
}

const askStrings = async (judged: AnalysedPattern, signal: AbortSignal): Promise<Studied> => {
  const { pattern, judgement, hand } = judged;
  return { judged, study: await backgroundWorker.request('strings', [pattern, judgement, hand], { signal }) };
};

const Shown = ({ judged, study, width, at }: Studied & Pick<StringsProps, 'width' | 'at'>) => {
  const { pattern } = judged;
  const frame = useStablePatternFrame(pattern);
  const layout = useMemo(() => layOutDiagram(frame, width), [frame, width]);
  const strings = useMemo(() => listPlayedStrings(study.rings, study.changes), [study]);
  const system = findSystemAt(layout, at);
  return (
    <figure className="strings" aria-label={say('common.sustain')}>
      <figcaption>
        {say('parts.sustain-caption')}
        {formatBarRange(system, pattern.bars)}
      </figcaption>
      <RingRows pattern={pattern} study={study} strings={strings} layout={layout} system={system} />
      <Changes changes={study.changes} strings={strings} />
    </figure>
  );
};

/** One row a string on the threads' time axis: how long each note rings and what ends it; below, the string changes. */
export const SustainChart = ({ judged, width, at }: StringsProps) => {
  const { value } = useWorkerQuery(judged, askStrings);
  if (!value || value.judged.pattern.strokes.length === 0) return null;
  return <Shown {...value} width={width} at={at} />;
};
