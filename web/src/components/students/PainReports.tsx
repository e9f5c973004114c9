import type { AssignmentListItem } from '@fleet-wren/contract';
import { say } from '@fleet-wren/wording';
import { Link } from 'react-router';
import { useNow } from '../useNow.ts';
import { listPainReports } from './pain-reports.ts';
import { formatTimeAgo, formatProgressSummary } from './student-text.ts';

interface PainReportsProps {
  readonly student: { readonly id: string; readonly name: string };
  readonly lines: readonly Pick<AssignmentListItem, 'id' | 'name' | 'standing'>[];
  /** Whether the student is somebody one has to be led to. */
  readonly isLinked?: boolean;
}

/** Who reported pain, in what and when: before anything else, with what to do first. */
export const PainReports = ({ student, lines, isLinked = false }: PainReportsProps) => {
  const now = useNow();
  const reports = listPainReports(lines, now);
  const [first] = reports;
  if (!first) return null;
  return (
    <div className="finding finding-trouble pain" role="note" aria-label={say('students.pain-badge')}>
      {reports.map(({ line, at }) => (
        <p key={line.id}>
          <b>{isLinked ? <Link to={`/students/${student.id}`}>{student.name}</Link> : student.name}</b>{' '}
          {say('students.pain-in', { name: line.name, when: formatTimeAgo(at) })}{' '}
          <span className="text-soft">{formatProgressSummary(line.standing, now)}</span>
        </p>
      ))}
      <p>{say('students.pain-first')}</p>
    </div>
  );
};
