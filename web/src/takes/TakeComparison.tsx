import { say, sayMessage } from '@fleet-wren/wording';
import { type ActuatorStatistics, type TakeAssessment, fingerName } from '@fleet-wren/core';
import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { format } from 'date-fns/format';
import { useTake, useTakes, type StoredTake } from '../api/takes.ts';
import { formatSigned } from '../components/take/format-signed.ts';

const milliseconds = (seconds: number): string => formatSigned(seconds * 1000);

const cleanShare = ({ cycles }: TakeAssessment): string =>
  say('takes.share-clean', { clean: cycles.filter(({ verdict }) => verdict === 'clean').length, all: cycles.length });

const tempoOf = ({ tempo: [from, to] }: TakeAssessment): string =>
  say('takes.bpm', { from: Math.round(from), to: Math.round(to) });

interface Row {
  readonly what: string;
  readonly before: string;
  readonly now: string;
}

const digitRows = (before: ActuatorStatistics | undefined, now: ActuatorStatistics): readonly Row[] => {
  const name = sayMessage(fingerName(now.striker));
  const row = (what: string, of: (digit: ActuatorStatistics) => string): Row => ({
    what: `${name}, ${what}`,
    before: before ? of(before) : '',
    now: of(now),
  });
  return [
    row(say('takes.late-ms'), ({ timed, lateness }) => (timed ? milliseconds(lateness) : say('takes.not-measurable'))),
    row(say('takes.unevenness-ms'), ({ placed, spread }) =>
      placed ? `± ${Math.round(spread * 1000)}` : say('takes.not-measurable'),
    ),
    row(say('takes.missed-notes'), ({ missed, strokes }) => say('takes.share-clean', { clean: missed, all: strokes })),
    row(say('takes.wrong-string-notes'), ({ wrong, strokes }) =>
      say('takes.share-clean', { clean: wrong, all: strokes }),
    ),
  ];
};

const rowsOf = (before: TakeAssessment, now: TakeAssessment): readonly Row[] => [
  { what: say('takes.clean-passes'), before: cleanShare(before), now: cleanShare(now) },
  { what: say('common.tempo'), before: tempoOf(before), now: tempoOf(now) },
  ...now.digits.flatMap((digit) =>
    digitRows(
      before.digits.find(({ striker }) => striker === digit.striker),
      digit,
    ),
  ),
];

const Beside = ({ otherId, now }: { readonly otherId: string; readonly now: TakeAssessment }) => {
  const { data: other } = useTake(otherId);
  if (!other) return null;
  if (!other.judgement) return <p className="text-soft">{say('takes.this-take-hasnt-been-analysed-yet')}</p>;
  return (
    <table className="hand-table take-compared">
      <caption className="visually-hidden">{say('takes.comparison-of-two-takes')}</caption>
      <thead>
        <tr>
          <th scope="col">{say('takes.measure')}</th>
          <th scope="col">{format(new Date(other.createdAt), 'd MMM HH:mm')}</th>
          <th scope="col">{say('takes.this-take')}</th>
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
export const TakeComparison = ({
  take,
  judgement,
}: {
  readonly take: StoredTake;
  readonly judgement: TakeAssessment;
}) => {
  const { data: takes = [] } = useTakes(take.studentId);
  const others = takes.filter(({ id, name, completeAt }) => id !== take.id && name === take.name && completeAt);
  const [chosen, setChosen] = useState('');
  if (others.length === 0) return null;
  return (
    <section aria-label={say('takes.comparison')}>
      <Form.Select
        size="sm"
        aria-label={say('takes.compare-with')}
        value={chosen}
        onChange={({ target }) => setChosen(target.value)}
      >
        <option value="">{say('takes.compare-with-more')}</option>
        {others.map(({ id, createdAt, headline }) => (
          <option key={id} value={id}>
            {format(new Date(createdAt), 'd MMM HH:mm')} {headline && sayMessage(headline)}
          </option>
        ))}
      </Form.Select>
      {chosen && <Beside otherId={chosen} now={judgement} />}
    </section>
  );
};
