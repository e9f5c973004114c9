import type { HandProfileResponse, Student } from '@fleet-wren/contract';
import { formatDay, say, sayMessage } from '@fleet-wren/wording';
import { proposeHandCorrection, computeTimeFactor, type HandProfile, type ConstraintEstimate } from '@fleet-wren/core';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { Button } from 'react-bootstrap';
import { useEstimatedAbility } from '../api/practice.ts';
import { useHandProfiles } from '../api/studio-settings.ts';
import { useSaveMeasuredHand } from '../components/hand/useSaveMeasuredHand.ts';
import { formatTimeAgo } from '../components/students/student-text.ts';

/** The doubt within which something is said of a constraint, and how many constraints are shown. */
const SHOWN = { doubt: 0.15, most: 6 } as const;

const percent = (factor: number): string => {
  const share = Math.round((factor - 1) * 100);
  if (share === 0) return say('students.same-as-an-able-adult');
  return share > 0 ? say('students.slower', { share }) : say('students.faster', { share: -share });
};

const LINE = { width: 150, height: 34, pad: 4 } as const;

/** How a constraint went over the days: lower is quicker. */
const Days = ({ heard: { days, name } }: { readonly heard: ConstraintEstimate }) => {
  const [first, last] = [days[0]?.day ?? 0, days.at(-1)?.day ?? 0];
  const values = days.map(({ slowness }) => slowness);
  const x = scaleLinear([first, Math.max(first + 1, last)], [LINE.pad, LINE.width - LINE.pad]);
  const y = scaleLinear(
    [Math.max(...values, 1) * 1.03, Math.min(...values, 1) * 0.97],
    [LINE.pad, LINE.height - LINE.pad],
  );
  const path = line<ConstraintEstimate['days'][number]>(
    ({ day }) => x(day),
    ({ slowness }) => y(slowness),
  )([...days]);
  const words = say('students.hand-days', {
    name: sayMessage(name),
    first: percent(values[0] ?? 1),
    firstDay: formatDay(first),
    last: percent(values.at(-1) ?? 1),
    lastDay: formatDay(last),
  });
  return (
    <svg viewBox={`0 0 ${LINE.width} ${LINE.height}`} className="hand-days" role="img" aria-label={words}>
      <line className="chart-rule" x1={0} x2={LINE.width} y1={y(1)} y2={y(1)} />
      <path className="chart-line" d={path ?? ''} />
      <circle className="chart-point" cx={x(last)} cy={y(values.at(-1) ?? 1)} r={3} />
    </svg>
  );
};

const doubtWords = ({ doubt: logStandardDeviation }: ConstraintEstimate): string =>
  say('students.value', { doubt: Math.max(1, Math.round(logStandardDeviation * 100)) });

const Table = ({ heard, hand }: { readonly heard: readonly ConstraintEstimate[]; readonly hand: HandProfile }) => (
  <table className="hand-table">
    <caption className="visually-hidden">{say('students.hand-profile-measured-from-practice')}</caption>
    <thead>
      <tr>
        <th scope="col">{say('common.fingers')}</th>
        <th scope="col">{say('students.current-profile')}</th>
        <th scope="col">{say('students.measured')}</th>
        <th scope="col">{say('students.change-over-time-line-able-adult')}</th>
      </tr>
    </thead>
    <tbody>
      {heard.map((one) => (
        <tr key={one.constraint}>
          <th scope="row">{sayMessage(one.name)}</th>
          <td>{percent(computeTimeFactor(hand, one.constraint))}</td>
          <td>
            {percent(one.slowness)} <span className="text-soft">{doubtWords(one)}</span>
          </td>
          <td>
            <Days heard={one} />
          </td>
        </tr>
      ))}
    </tbody>
  </table>
);

const Measured = ({ hands }: { readonly hands: readonly HandProfileResponse[] }) => (
  <details>
    <summary className="text-soft">{say('students.saved-hand-profiles', { handsCount: hands.length })}</summary>
    <ul className="text-soft">
      {hands.map(({ id, name, workedAt, document: { scale } }) => (
        <li key={id}>
          {name}, {formatTimeAgo(Date.parse(workedAt))}:{' '}
          {Object.entries(scale)
            .map(([digit, value]) => `${digit} ${value.toFixed(2)}`)
            .join(', ')}
        </li>
      ))}
    </ul>
  </details>
);

interface CorrectProps {
  readonly student: Student;
  readonly hand: HandProfile;
  readonly heard: readonly ConstraintEstimate[];
}

/** Takes what was heard for the hand: ladders made from now on are made for it; those that are set keep theirs. */
const Correct = ({ student, hand, heard }: CorrectProps) => {
  const { pending, judgeBy } = useSaveMeasuredHand(student);
  const corrected = proposeHandCorrection(hand, heard);
  if (!corrected) return null;
  return (
    <p>
      {say('students.suggested-hand', { changed: corrected.corrections.map((one) => sayMessage(one.name)).join('; ') })}{' '}
      <Button size="sm" variant="cure" disabled={pending} onClick={() => judgeBy(corrected.hand)}>
        {say('students.use-measured-profile')}
      </Button>
    </p>
  );
};

/** A student's hand over time: what it is judged by, and what practice says of it. */
export const HandHistory = ({ student, hand }: { readonly student: Student; readonly hand: HandProfile }) => {
  const { data: all = [] } = useEstimatedAbility(student.id);
  const hands = (useHandProfiles().data ?? []).filter(({ studentId }) => studentId === student.id);
  const heard = all
    .filter(({ doubt: logStandardDeviation }) => logStandardDeviation <= SHOWN.doubt)
    .slice(0, SHOWN.most);
  const little = all.filter(({ doubt: logStandardDeviation }) => logStandardDeviation > SHOWN.doubt);
  if (all.length === 0 && hands.length === 0) return null;
  return (
    <section aria-label={say('common.hand-profile')}>
      <h2>{say('common.hand-profile')}</h2>
      {heard.length > 0 && <Table heard={heard} hand={hand} />}
      {little.length > 0 && (
        <p className="text-soft">
          {say('students.not-enough-data-yet', { little: little.map(({ name }) => sayMessage(name)).join('; ') })}
        </p>
      )}
      <Correct student={student} hand={hand} heard={all} />
      {hands.length > 0 && <Measured hands={hands} />}
    </section>
  );
};
