import { say } from '@fleet-wren/wording';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { wordsOf } from '../../api/api-error.ts';
import { useRecordEvents } from '../../api/practice.ts';
import { eventTime } from '../../api/event-time.ts';

/** A note in a student's log. */
export const LogNoteForm = ({ studentId }: { readonly studentId: string }) => {
  const tell = useRecordEvents(studentId);
  const [note, setNote] = useState('');
  return (
    <>
      <Form
        className="note-form"
        onSubmit={(event) => {
          event.preventDefault();
          const written = { id: crypto.randomUUID(), ...eventTime(), kind: 'note' as const, text: note.trim() };
          tell.mutate([{ assignment: null, event: written }], { onSuccess: () => setNote('') });
        }}
      >
        <Form.Control
          size="sm"
          aria-label={say('parts.note')}
          placeholder={say('parts.note')}
          value={note}
          maxLength={500}
          onChange={({ target }) => setNote(target.value)}
        />
        <Button size="sm" variant="quiet" type="submit" disabled={note.trim() === '' || tell.isPending}>
          {say('parts.save-note')}
        </Button>
      </Form>
      {tell.isError && <p role="alert">{wordsOf(tell.error)}</p>}
    </>
  );
};
