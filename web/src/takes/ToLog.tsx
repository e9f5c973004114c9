import { EVENT_LIMITS, takeHeadline, type TakeJudgement } from '@fleet-wren/core';
import { Button, Form } from 'react-bootstrap';
import { useState } from 'react';
import { useAssignmentLines, useTell } from '../api/practice.ts';
import { useStudents } from '../api/students.ts';
import { wordsOf } from '../api/client.ts';
import { useNotice } from '../app/Notice.tsx';

const summaryOf = (judgement: TakeJudgement): string =>
  [`${takeHeadline(judgement)}.`, ...judgement.findings.map(({ sentence }) => sentence)]
    .join(' ')
    .slice(0, EVENT_LIMITS.text);

const ToLogOf = ({
  studentId,
  assignment,
  name,
  judgement,
}: {
  readonly studentId: string;
  readonly assignment: string;
  readonly name: string;
  readonly judgement: TakeJudgement;
}) => {
  const tell = useTell(studentId);
  const notice = useNotice();
  const write = (): void => {
    const event = {
      id: crypto.randomUUID(),
      at: Date.now(),
      kind: 'take' as const,
      text: summaryOf(judgement),
      by: 'listening' as const,
    };
    tell.mutate([{ assignment, event }], {
      onSuccess: () => notice({ text: `It stands in the log of ${name}.` }),
      onError: (error) => notice({ text: wordsOf(error) }),
    });
  };
  return (
    <Button size="sm" variant="quiet" disabled={tell.isPending || tell.isSuccess} onClick={write}>
      {tell.isSuccess ? 'Written down' : 'Into the log'}
    </Button>
  );
};

/** Writes what was heard into the log of a student who practises this pattern. */
export const ToLog = ({ patternId, judgement }: { readonly patternId: string; readonly judgement: TakeJudgement }) => {
  const { data: lines = [] } = useAssignmentLines();
  const { data: students = [] } = useStudents();
  const own = lines.filter(({ sourceId, endedAt }) => sourceId === patternId && endedAt === null);
  const [chosen, setChosen] = useState('');
  const line = own.find(({ id }) => id === chosen) ?? own[0];
  if (!line) return null;
  const nameOf = (id: string): string => students.find((student) => student.id === id)?.name ?? '';
  return (
    <div className="take-log">
      {own.length > 1 ? (
        <Form.Select
          size="sm"
          aria-label="Whose take"
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
      <ToLogOf
        key={line.id}
        studentId={line.studentId}
        assignment={line.id}
        name={nameOf(line.studentId)}
        judgement={judgement}
      />
    </div>
  );
};
