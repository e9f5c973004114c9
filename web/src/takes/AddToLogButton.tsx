import { say } from '@fleet-wren/wording';
import { PRACTICE_EVENT_LIMITS, summariseTake, type TakeAssessment, type Message } from '@fleet-wren/core';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { useAssignmentList, useRecordEvents } from '../api/practice.ts';
import { useStudents } from '../api/students.ts';
import { saveTakeAssessment, createResumableUpload, useInvalidateTakes, type ResumableUpload } from '../api/takes.ts';
import { wordsOf } from '../api/api-error.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { MeasuredHandPanel } from './MeasuredHandPanel.tsx';
import type { AssessedTake } from '../components/take/assessed-take.ts';
import { eventTime } from '../api/event-time.ts';

/** What the log keeps of a take: what it came to and what there is to say of it, to be said in whatever language. */
const summaryOf = (judgement: TakeAssessment): readonly Message[] =>
  [summariseTake(judgement), ...judgement.findings.map((finding) => finding.message)].slice(
    0,
    PRACTICE_EVENT_LIMITS.said,
  );

interface OfStudent {
  readonly studentId: string;
  readonly assignment: string;
  readonly name: string;
  readonly take: AssessedTake;
}

/** Keeps the take with its sound and what was heard, for its student’s page. */
const Keep = ({ studentId, assignment, name, take }: OfStudent) => {
  const [share, setShare] = useState<number | null>(null);
  const [kept, setKept] = useState<string | null>(null);
  const notice = useToast();
  const changed = useInvalidateTakes();
  const [sending] = useState((): ResumableUpload => {
    const { pattern, hand, sound } = take;
    return createResumableUpload(
      { kind: 'student', id: studentId },
      { name: pattern.name, assignment, pattern, hand, sound },
    );
  });
  const keep = async (): Promise<void> => {
    setShare(0);
    const line = await sending(setShare);
    await saveTakeAssessment(line.id, take.judgement);
    setKept(line.id);
    changed();
    notice({ text: say('takes.take-saved-for', { name }) });
  };
  if (kept) return <Link to={`/takes/${kept}`}>{say('common.saved')}</Link>;
  return (
    <Button
      size="sm"
      variant="quiet"
      disabled={share !== null}
      onClick={() =>
        void keep().catch((error: unknown) => {
          setShare(null);
          notice({ text: wordsOf(error) });
        })
      }
    >
      {share === null ? say('takes.save-take') : say('takes.uploading', { share: Math.round(100 * share) })}
    </Button>
  );
};

const ToLogOf = ({ studentId, assignment, name, take: { judgement } }: OfStudent) => {
  const tell = useRecordEvents(studentId);
  const notice = useToast();
  const write = (): void => {
    const event = {
      id: crypto.randomUUID(),
      ...eventTime(),
      kind: 'take' as const,
      said: summaryOf(judgement),
      by: 'listening' as const,
    };
    tell.mutate([{ assignment, event }], {
      onSuccess: () => notice({ text: say('takes.added-to-s-practice-log', { name }) }),
      onError: (error) => notice({ text: wordsOf(error) }),
    });
  };
  return (
    <Button size="sm" variant="quiet" disabled={tell.isPending || tell.isSuccess} onClick={write}>
      {tell.isSuccess ? say('takes.added') : say('takes.add-to-practice-log')}
    </Button>
  );
};

/** What a student who practises this pattern gets of a take: a line in the log, or the take itself. */
export const AddToLogButton = ({ patternId, take }: { readonly patternId: string; readonly take: AssessedTake }) => {
  const { data: lines = [] } = useAssignmentList();
  const { data: students = [] } = useStudents();
  const own = lines.filter(({ sourceId, endedAt }) => sourceId === patternId && endedAt === null);
  const [chosen, setChosen] = useState('');
  const line = own.find(({ id }) => id === chosen) ?? own[0];
  if (!line) return null;
  const nameOf = (id: string): string => students.find((student) => student.id === id)?.name ?? '';
  const { studentId, id: assignment } = line;
  const ofStudent: OfStudent = { studentId, assignment, name: nameOf(studentId), take };
  return (
    <div className="take-log">
      {own.length > 1 ? (
        <Form.Select
          size="sm"
          aria-label={say('takes.student')}
          value={line.id}
          onChange={({ target }) => setChosen(target.value)}
        >
          {own.map(({ id, studentId }) => (
            <option key={id} value={id}>
              {nameOf(studentId)}
            </option>
          ))}
        </Form.Select>
      ) : (
        <span>{nameOf(line.studentId)}</span>
      )}
      <ToLogOf key={`log ${line.id}`} {...ofStudent} />
      <Keep key={`keep ${line.id}`} {...ofStudent} />
      <MeasuredHandPanel key={`hand ${line.id}`} student={{ id: studentId, name: ofStudent.name }} take={take} />
    </div>
  );
};
