import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Student } from '../api/students.ts';

interface SetBarProps {
  readonly count: number;
  readonly send: (name: string) => void;
  readonly none: () => void;
  /** Whom the drills can be set for at once, and how. */
  readonly student: Student | undefined;
  readonly setFor: (() => void) | undefined;
}

/** What is done with the drills that are chosen: taken to a set, or set for a student. */
export const SetBar = ({ count, send, none, student, setFor }: SetBarProps) => {
  const [name, setName] = useState('');
  return (
    <form
      className="set-bar"
      onSubmit={(event) => {
        event.preventDefault();
        send(name.trim() || 'Drills');
      }}
    >
      <span>{count === 1 ? 'One drill chosen' : `${count} drills chosen`}</span>
      <Form.Control
        size="sm"
        aria-label="Name of the set"
        placeholder="Name of the set"
        maxLength={30}
        value={name}
        onChange={({ target }) => setName(target.value)}
      />
      <Button size="sm" type="submit">
        Take them to the set
      </Button>
      {student && (
        <Button size="sm" variant="quiet" onClick={setFor} disabled={!setFor}>
          Set them for {student.name}
        </Button>
      )}
      <Button size="sm" variant="plain" onClick={none}>
        Choose none
      </Button>
    </form>
  );
};
