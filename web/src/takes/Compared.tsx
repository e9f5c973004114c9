import { STRIKER_NAMES, type DigitInTake, type TakeJudgement } from '@fleet-wren/core';
import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { format } from 'date-fns/format';
import { useKeptTake, useTakes, type KeptTake } from '../api/takes.ts';
import { signed } from './signed.ts';

const milliseconds = (seconds: number): string => signed(seconds * 1000);

const cleanShare = ({ cycles }: TakeJudgement): string =>
  `${cycles.filter(({ verdict }) => verdict === 'clean').length} of ${cycles.length}`;

const tempoOf = ({ tempo: [from, to] }: TakeJudgement): string => `${Math.round(from)} to ${Math.round(to)}`;

interface Row {
  readonly what: string;
  readonly before: string;
  readonly now: string;
}

const digitRows = (before: DigitInTake | undefined, now: DigitInTake): readonly Row[] => {
  const name = STRIKER_NAMES[now.striker];
  const row = (what: string, of: (digit: DigitInTake) => string): Row => ({
    what: `${name}, ${what}`,
    before: before ? of(before) : '',
    now: of(now),
  });
  return [
    row('late, ms', ({ timed, lateness }) => (timed ? milliseconds(lateness) : 'untold')),
    row('uneven, ms', ({ placed, spread }) => (placed ? `± ${Math.round(spread * 1000)}` : 'untold')),
    row('lost', ({ lost, strokes }) => `${lost} of ${strokes}`),
  ];
};

const rowsOf = (before: TakeJudgement, now: TakeJudgement): readonly Row[] => [
  { what: 'times through clean', before: cleanShare(before), now: cleanShare(now) },
  { what: 'tempo', before: tempoOf(before), now: tempoOf(now) },
  ...now.digits.flatMap((digit) =>
    digitRows(
      before.digits.find(({ striker }) => striker === digit.striker),
      digit,
    ),
  ),
];

const Beside = ({ otherId, now }: { readonly otherId: string; readonly now: TakeJudgement }) => {
  const { data: other } = useKeptTake(otherId);
  if (!other) return null;
  if (!other.judgement) return <p className="text-soft">That take has not been listened to yet: open it once.</p>;
  return (
    <table className="hand-table take-compared">
      <caption className="visually-hidden">Two takes</caption>
      <thead>
        <tr>
          <th scope="col">What</th>
          <th scope="col">{format(new Date(other.createdAt), 'd MMM HH:mm')}</th>
          <th scope="col">this one</th>
        </tr>
      </thead>
      <tbody>
        {rowsOf(other.judgement, now).map(({ what, before, now: here }) => (
          <tr key={what}>
            <th scope="row">{what}</th>
            <td>{before}</td>
            <td>{here}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
};

/** Another take of the same student beside this one, figure by figure. */
export const Compared = ({ take, judgement }: { readonly take: KeptTake; readonly judgement: TakeJudgement }) => {
  const { data: takes = [] } = useTakes(take.studentId);
  const others = takes.filter(({ id, name, completeAt }) => id !== take.id && name === take.name && completeAt);
  const [chosen, setChosen] = useState('');
  if (others.length === 0) return null;
  return (
    <section aria-label="Compared">
      <Form.Select
        size="sm"
        aria-label="Compare with"
        value={chosen}
        onChange={({ target }) => setChosen(target.value)}
      >
        <option value="">Compare with …</option>
        {others.map(({ id, createdAt, headline }) => (
          <option key={id} value={id}>
            {format(new Date(createdAt), 'd MMM HH:mm')} {headline}
          </option>
        ))}
      </Form.Select>
      {chosen && <Beside otherId={chosen} now={judgement} />}
    </section>
  );
};
