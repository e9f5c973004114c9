import { say, sayLabel } from '@fleet-wren/wording';
import { format } from 'date-fns/format';
import { Link } from 'react-router';
import { useTakes } from '../api/takes.ts';
import { useRemovals } from '../workspace/removals.ts';

/** The takes that are kept of a student, newest first. */
export const TakeList = ({ studentId }: { readonly studentId: string }) => {
  const { data: takes = [] } = useTakes(studentId);
  const removed = useRemovals(({ waiting }) => waiting);
  const whole = takes.filter(({ id, completeAt }) => completeAt !== null && !removed.has(id));
  if (whole.length === 0) return null;
  return (
    <section aria-label={say('students.takes')}>
      <h2>{say('students.takes')}</h2>
      <ul className="student-takes">
        {whole.map(({ id, name, createdAt, headline, by }) => (
          <li key={id}>
            <Link to={`/takes/${id}`}>{name}</Link>{' '}
            <time className="text-soft">{format(new Date(createdAt), 'd MMM HH:mm')}</time>
            <br />
            <span>
              {sayLabel(
                headline ??
                  (by === 'student'
                    ? say('students.from-the-practice-room-not-analysed')
                    : say('students.not-analysed-yet')),
              )}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
};
