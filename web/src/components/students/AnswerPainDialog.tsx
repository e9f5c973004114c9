import type { AssignmentListItem } from '@fleet-wren/contract';
import { say } from '@fleet-wren/wording';
import { PAIN_ANSWERS, PRACTICE_EVENT_LIMITS, TEMPO_RANGE, limitPlanTempo, type PainAnswer } from '@fleet-wren/core';
import { addDays } from 'date-fns/addDays';
import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';
import { useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { Dialog } from '../dialog/Dialog.tsx';
import { wordsOf } from '../../api/api-error.ts';
import { eventTime } from '../../api/event-time.ts';
import { useAssignments, useRecordEvents, useUpdateAssignment } from '../../api/practice.ts';
import { useNow } from '../useNow.ts';

interface AnswerPainProps {
  readonly student: { readonly id: string; readonly name: string };
  readonly line: Pick<AssignmentListItem, 'id' | 'name' | 'standing'>;
  readonly hide: () => void;
}

/** Days of rest and the share of the tempo that are offered first (est.). */
const OFFERED = { days: 3, share: 0.8 } as const;

/** What a teacher is about to say to a report. */
interface Answer {
  readonly choice: PainAnswer;
  /** The first day after a rest, as `yyyy-MM-dd`. */
  readonly until: string;
  /** Beats per minute. */
  readonly tempo: number;
  readonly text: string;
}

const CHOICES: Readonly<Record<PainAnswer, string>> = {
  rest: say('students.pain-choice-rest'),
  lower: say('students.pain-choice-lower'),
  stop: say('students.pain-choice-stop'),
  resume: say('students.pain-choice-resume'),
};

/** Tells the log, and changes the assignment as the answer asks. */
const useAnswer = ({ student, line, hide }: AnswerPainProps) => {
  const record = useRecordEvents(student.id);
  const update = useUpdateAssignment();
  const { data: assignments = [] } = useAssignments(student.id);
  const assignment = assignments.find(({ id }) => id === line.id);
  const changeFor = ({ choice, tempo }: Answer) => {
    if (choice === 'stop') return { ended: true };
    return choice === 'lower' && assignment ? { plan: limitPlanTempo(assignment.plan, tempo) } : null;
  };
  const send = (answer: Answer): void => {
    const { choice, until, text } = answer;
    const event = {
      id: crypto.randomUUID(),
      ...eventTime(),
      kind: 'answered' as const,
      answer: choice,
      ...(choice === 'rest' ? { until: parseISO(until).getTime() } : {}),
      ...(text.trim() === '' ? {} : { text: text.trim() }),
    };
    const tell = (): void => record.mutate([{ assignment: line.id, event }], { onSuccess: hide });
    const change = changeFor(answer);
    if (change && assignment)
      update.mutate({ id: assignment.id, version: assignment.version, ...change }, { onSuccess: tell });
    else tell();
  };
  return {
    send,
    isReady: assignment !== undefined,
    isPending: record.isPending || update.isPending,
    error: update.error ?? record.error,
  };
};

interface AnswerFieldsProps {
  readonly answer: Answer;
  readonly set: (part: Partial<Answer>) => void;
}

const AnswerFields = ({ answer, set }: AnswerFieldsProps) => (
  <>
    {PAIN_ANSWERS.map((choice) => (
      <div key={choice} className="pain-choice">
        <Form.Check
          type="radio"
          name="pain-answer"
          id={`pain-${choice}`}
          label={CHOICES[choice]}
          checked={answer.choice === choice}
          onChange={() => set({ choice })}
        />
        {choice === 'rest' && answer.choice === choice && (
          <Form.Control
            type="date"
            size="sm"
            aria-label={say('students.pain-until')}
            value={answer.until}
            onChange={({ target }) => set({ until: target.value })}
          />
        )}
        {choice === 'lower' && answer.choice === choice && (
          <Form.Control
            type="number"
            size="sm"
            aria-label={say('students.pain-tempo')}
            min={TEMPO_RANGE.least}
            max={TEMPO_RANGE.most}
            value={answer.tempo}
            onChange={({ target }) => set({ tempo: Number(target.value) })}
          />
        )}
      </div>
    ))}
    <Form.Group controlId="pain-text">
      <Form.Label>{say('students.pain-message')}</Form.Label>
      <Form.Control
        as="textarea"
        rows={2}
        maxLength={PRACTICE_EVENT_LIMITS.text}
        value={answer.text}
        onChange={({ target }) => set({ text: target.value })}
      />
    </Form.Group>
  </>
);

const isComplete = ({ choice, until, tempo }: Answer): boolean => {
  if (choice === 'rest') return until !== '';
  return choice !== 'lower' || (tempo >= TEMPO_RANGE.least && tempo <= TEMPO_RANGE.most);
};

/** Answers a report of pain: rest, a lower tempo, something else, or on as before, with a word to the student. */
export const AnswerPainDialog = (props: AnswerPainProps) => {
  const { student, line, hide } = props;
  const now = useNow();
  const { send, isReady, isPending, error } = useAnswer(props);
  const reported = line.standing.pain?.tempo ?? line.standing.tempo ?? TEMPO_RANGE.least;
  const [answer, setAnswer] = useState<Answer>({
    choice: 'rest',
    until: format(addDays(now, OFFERED.days), 'yyyy-MM-dd'),
    tempo: Math.max(TEMPO_RANGE.least, Math.round(reported * OFFERED.share)),
    text: '',
  });
  return (
    <Dialog title={say('students.pain-answer-title', { name: student.name })} hide={hide} onSubmit={() => send(answer)}>
      <Modal.Body>
        <AnswerFields answer={answer} set={(part) => setAnswer({ ...answer, ...part })} />
        <p className="text-soft">{say('students.pain-first')}</p>
        {error && <p role="alert">{wordsOf(error)}</p>}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="plain" onClick={hide}>
          {say('common.cancel')}
        </Button>
        <Button type="submit" disabled={!isReady || isPending || !isComplete(answer)}>
          {say('students.pain-send')}
        </Button>
      </Modal.Footer>
    </Dialog>
  );
};
