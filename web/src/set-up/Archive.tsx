import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { wordsOf } from '../api/client.ts';
import { readArchive } from '../api/archive.ts';

const percent = (share: number): string => `${Math.round(share * 100)} %`;

/** Everything of the studio in one file, to be kept somewhere safe; and such a file read into an empty studio. */
export const Archive = () => {
  const [sent, setSent] = useState(0);
  const client = useQueryClient();
  const reading = useMutation({
    mutationFn: (file: File) => readArchive(file, setSent),
    onSuccess: () => client.invalidateQueries(),
  });
  const { data, error, isPending } = reading;
  return (
    <section aria-label="Archive">
      <p className="lead-in">
        Patterns, songs, students, hands, schools, estimates and every version of them in one file, with a checksum. It
        can be read back into a studio that has nothing yet, and nothing is lost on the way.
      </p>
      <div className="form-actions">
        <Button as="a" href="/api/archive" download>
          Take everything away
        </Button>
        <label className="btn btn-quiet">
          Read an archive back …
          <input
            type="file"
            className="visually-hidden"
            accept=".ndjson"
            aria-label="Archive to read back"
            disabled={isPending}
            onChange={({ target }) => {
              const [file] = target.files ?? [];
              if (file) reading.mutate(file);
              target.value = '';
            }}
          />
        </label>
      </div>
      <div aria-live="polite">
        {isPending && <p>{sent < 1 ? `Sending, ${percent(sent)} …` : 'Reading it back …'}</p>}
        {data && (
          <p>
            {data.documents === 1 ? 'One document is' : `${data.documents} documents are`} back, with{' '}
            {data.document_versions} earlier states and {data.students} students.
          </p>
        )}
        {error && (
          <p role="alert" className="finding finding-trouble">
            {wordsOf(error)}
          </p>
        )}
      </div>
    </section>
  );
};
