import { say } from '@fleet-wren/wording';
import type { HarmonicNode } from '@fleet-wren/core';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { wordsOf } from '../api/api-error.ts';
import { eventTime } from '../api/event-time.ts';
import { useRecordEvents } from '../api/practice.ts';
import { useStudents } from '../api/students.ts';

interface ScoreProps {
  readonly right: number;
  readonly of: number;
  readonly seconds: number;
  readonly node: HarmonicNode;
}

/** Writes the score into the log of the student that is chosen. */
const LogScore = ({ studentId, text }: { readonly studentId: string; readonly text: string }) => {
  const tell = useRecordEvents(studentId);
  const write = (): void =>
    tell.mutate([{ assignment: null, event: { id: crypto.randomUUID(), ...eventTime(), kind: 'note', text } }]);
  if (tell.isSuccess) return <p role="status">{say('chords.quiz-logged')}</p>;
  return (
    <>
      <Button variant="quiet" onClick={write} disabled={tell.isPending}>
        {say('chords.quiz-log')}
      </Button>
      {tell.isError && <p role="alert">{wordsOf(tell.error)}</p>}
    </>
  );
};

/** How a quiz went, and whose log it goes to. */
export const TouchQuizScore = ({ right, of, seconds, node }: ScoreProps) => {
  const { data: students = [] } = useStudents();
  const [student, setStudent] = useState('');
  const text = say('chords.quiz-note', { right, of, seconds, frets: node.frets });
  return (
    <div className="quiz-result">
      <p className="quiz-figure">{say('chords.quiz-result', { right, of })}</p>
      <p className="text-soft">{say('chords.quiz-seconds', { seconds })}</p>
      {students.length > 0 && (
        <div className="quiz-log">
          <select
            className="form-select"
            aria-label={say('chords.quiz-student')}
            value={student}
            onChange={({ target }) => setStudent(target.value)}
          >
            <option value="">{say('chords.quiz-student')}</option>
            {students.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
          {student !== '' && <LogScore key={student} studentId={student} text={text} />}
        </div>
      )}
    </div>
  );
};
