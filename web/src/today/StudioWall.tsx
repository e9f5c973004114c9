import { say, saySentence } from '@fleet-wren/wording';
import { PRACTICE_WEEKS } from '@fleet-wren/core';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { useState, type ReactNode } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { isUrgent, layOutWall, type StudentWithAssignments, type WallRow } from './studio-wall.ts';

const CHART = { width: 216, height: 34, bar: 9, bars: 14, gap: 4 } as const;

const weekX = scaleLinear([0, PRACTICE_WEEKS - 1], [CHART.bar / 2 + 1, CHART.width - CHART.bar / 2 - 1]);

const Bars = ({ minutes, most }: { readonly minutes: readonly number[]; readonly most: number }) => {
  const height = scaleLinear([0, Math.max(1, most)], [0, CHART.bars]).clamp(true);
  return minutes.map((value, week) => (
    <rect
      key={week}
      className="wall-bar"
      x={weekX(week) - CHART.bar / 2}
      y={CHART.height - height(value)}
      width={CHART.bar}
      height={height(value)}
    />
  ));
};

const Best = ({ best }: { readonly best: readonly (number | null)[] }) => {
  const points = best.flatMap((tempo, week) => (tempo === null ? [] : [{ tempo, week }]));
  const last = points.at(-1);
  if (!last) return null;
  const tempos = points.map(({ tempo }) => tempo);
  const [low, high] = [Math.min(...tempos), Math.max(...tempos)];
  const y = scaleLinear([low, Math.max(high, low * 1.25)], [CHART.height - CHART.bars - CHART.gap, CHART.gap]);
  const path = line<(typeof points)[number]>(
    ({ week }) => weekX(week),
    ({ tempo }) => y(tempo),
  )(points);
  return (
    <>
      <path className="wall-best" d={path ?? undefined} />
      <circle className="wall-now" cx={weekX(last.week)} cy={y(last.tempo)} r={3.4} />
    </>
  );
};

/** What is to be said of a row, in few words. */
const stateText = ({ state, idleDays }: WallRow): string => {
  switch (state) {
    case 'pain':
      return say('students.reported-pain');
    case 'idle':
      return say('students.wall-idle', { days: idleDays ?? 0 });
    case 'stuck':
      return say('students.stuck');
    case 'unassigned':
      return say('students.no-assignments-yet');
    case 'unstarted':
      return say('students.not-started');
    case 'learned':
      return say('students.wall-learned');
    default:
      return say('students.wall-on-track');
  }
};

const Row = ({ row, most }: { readonly row: WallRow; readonly most: number }) => {
  const { student, minutes, best, shown } = row;
  const tempo = best.at(-1);
  const practised = Math.round(minutes.reduce((sum, value) => sum + value, 0));
  return (
    <li className={isUrgent(row) ? 'wall-row wall-urgent' : 'wall-row'}>
      <Link to={`/students/${student.id}`} className="pattern-link">
        {student.name}
      </Link>
      <svg
        viewBox={`0 0 ${CHART.width} ${CHART.height}`}
        role="img"
        aria-label={say('students.wall-chart', { minutes: practised, weeks: PRACTICE_WEEKS })}
      >
        <Bars minutes={minutes} most={most} />
        <Best best={best} />
      </svg>
      <b className="wall-tempo">{tempo ? say('common.bpm-figure', { tempo }) : '–'}</b>
      <span className="wall-state">{stateText(row)}</span>
      {row.state === 'stuck' && shown?.standing.stuck && (
        <p className="wall-why">
          <b>{shown.name}:</b> {saySentence(shown.standing.stuck.message)} {saySentence(shown.standing.stuck.advice)}
        </p>
      )}
    </li>
  );
};

/** Rows that are shown at first, besides those of students who need the teacher. */
const FIRST = 12;

/** The studio at a glance: a row a student, twelve weeks of practice as bars and the best tempo as a line. */
export const StudioWall = ({
  known,
  now,
  children,
}: {
  readonly known: readonly StudentWithAssignments[];
  readonly now: number;
  /** Stands under the heading. */
  readonly children?: ReactNode;
}) => {
  const [isWhole, setWhole] = useState(false);
  const rows = layOutWall(known, now);
  const urgent = rows.filter(isUrgent).length;
  const shown = isWhole ? rows : rows.slice(0, Math.max(FIRST, urgent));
  // One student who practises a lot flattens nobody else: bars are as high as the busiest but a few.
  const totals = rows.flatMap(({ minutes }) => minutes).sort((a, b) => a - b);
  const most = totals[Math.floor(totals.length * 0.97)] ?? 0;
  return (
    <section aria-label={say('students.wall')}>
      <h2>{say('students.wall')}</h2>
      {children}
      <ol className="wall">
        {shown.map((row) => (
          <Row key={row.student.id} row={row} most={most} />
        ))}
      </ol>
      {shown.length < rows.length && (
        <Button variant="plain" size="sm" onClick={() => setWhole(true)}>
          {say('students.wall-all', { count: rows.length })}
        </Button>
      )}
      <p className="text-soft wall-legend">{say('students.wall-legend')}</p>
    </section>
  );
};
