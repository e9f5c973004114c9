import { say } from '@fleet-wren/wording';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { wordsOf } from '../../api/api-error.ts';
import { useRecordEvents } from '../../api/practice.ts';
import { eventTime } from '../../api/event-time.ts';
import { NoteTemplates } from './NoteTemplates.tsx';

/** Letters of a note. */
const LONGEST = 500;

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
          maxLength={LONGEST}
          onChange={({ target }) => setNote(target.value)}
        />
        <NoteTemplates note={note} take={(text) => setNote(text.slice(0, LONGEST))} />
        <Button size="sm" variant="quiet" type="submit" disabled={note.trim() === '' || tell.isPending}>
          {say('parts.save-note')}
        </Button>
      </Form>
      {tell.isError && <p role="alert">{wordsOf(tell.error)}</p>}
    </>
  );
};
