import type { AssignmentListItem } from '@fleet-wren/contract';
import { say } from '@fleet-wren/wording';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { useNow } from '../useNow.ts';
import { AnswerPainDialog } from './AnswerPainDialog.tsx';
import { listPainAnswers, listPainReports } from './pain-reports.ts';
import { formatPainAnswer, formatPainReport } from './pain-text.ts';

type Line = Pick<AssignmentListItem, 'id' | 'name' | 'standing'>;

interface PainReportsProps {
  readonly student: { readonly id: string; readonly name: string };
  readonly lines: readonly Line[];
  /** Whether the student is somebody one has to be led to. */
  readonly isLinked?: boolean;
}

/** Who reported pain, in what and when: before anything else, until the teacher has answered. */
export const PainReports = ({ student, lines, isLinked = false }: PainReportsProps) => {
  const now = useNow();
  const [answering, setAnswering] = useState<Line | null>(null);
  const reports = listPainReports(lines, now);
  if (reports.length === 0) return null;
  return (
    <div className="finding finding-trouble pain" role="note" aria-label={say('students.pain-badge')}>
      {reports.map(({ line, pain }) => (
        <div key={line.id} className="pain-report">
          <p>
            <b>{isLinked ? <Link to={`/students/${student.id}`}>{student.name}</Link> : student.name}</b>{' '}
            {formatPainReport(line.name, pain)}
          </p>
          <Button size="sm" onClick={() => setAnswering(line)}>
            {say('students.pain-answer-it')}
          </Button>
        </div>
      ))}
      <p className="text-soft">{say('students.pain-first')}</p>
      {answering && <AnswerPainDialog student={student} line={answering} hide={() => setAnswering(null)} />}
    </div>
  );
};

/** What was said to reports of the last weeks. */
export const PainAnswers = ({ lines }: { readonly lines: readonly Line[] }) => {
  const now = useNow();
  return listPainAnswers(lines, now).map(({ line, pain }) => (
    <p key={line.id} className="text-soft">
      {formatPainAnswer(line.name, pain)} {pain.answer?.text}
    </p>
  ));
};
