import type { Student } from '@fleet-wren/contract';
import { say } from '@fleet-wren/wording';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';

interface SetBarProps {
  readonly count: number;
  readonly send: (name: string) => void;
  readonly none: () => void;
  /** Whom the drills can be set for at once, and how. */
  readonly student: Student | undefined;
  readonly setFor: (() => void) | undefined;
}

/** What is done with the drills that are chosen: taken to a set, or set for a student. */
export const DrillSelectionBar = ({ count, send, none, student, setFor }: SetBarProps) => {
  const [name, setName] = useState('');
  return (
    <form
      className="set-bar"
      onSubmit={(event) => {
        event.preventDefault();
        send(name.trim() || say('common.drills'));
      }}
    >
      <span>{say('drills.drills-selected', { count })}</span>
      <Form.Control
        size="sm"
        aria-label={say('drills.set-name')}
        placeholder={say('drills.set-name')}
        maxLength={30}
        value={name}
        onChange={({ target }) => setName(target.value)}
      />
      <Button size="sm" type="submit">
        {say('drills.add-to-set')}
      </Button>
      {student && (
        <Button size="sm" variant="quiet" onClick={setFor} disabled={!setFor}>
          {say('drills.assign-to', { name: student.name })}
        </Button>
      )}
      <Button size="sm" variant="plain" onClick={none}>
        {say('common.clear-selection')}
      </Button>
    </form>
  );
};
