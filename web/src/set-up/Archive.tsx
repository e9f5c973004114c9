import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { restoreBackup, type RestoreProgress, type Restored } from '../api/archive.ts';
import { wordsOf } from '../api/client.ts';

const percent = (share: number): string => `${Math.round(share * 100)} %`;

const counted = (count: number, one: string, many: string): string => `${count} ${count === 1 ? one : many}`;

const restoredWords = ({ students, documents, practice_events: entries, takes }: Restored): string =>
  `Restored: ${[
    counted(students, 'student', 'students'),
    counted(documents, 'document', 'documents'),
    counted(entries, 'practice entry', 'practice entries'),
    counted(takes, 'take', 'takes'),
  ].join(', ')}.`;

const progressWords = ({ phase, share }: RestoreProgress): string =>
  phase === 'sending' ? `Uploading… ${percent(share)}` : `Restoring… ${percent(share)}`;

/** Everything of the studio in one file, to be kept somewhere safe; and such a file restored into an empty studio. */
export const Archive = () => {
  const [progress, setProgress] = useState<RestoreProgress>({ phase: 'sending', share: 0 });
  const client = useQueryClient();
  const restoring = useMutation({
    mutationFn: (file: File) => restoreBackup(file, setProgress),
    onSuccess: () => client.invalidateQueries(),
  });
  const { data, error, isPending } = restoring;
  return (
    <section aria-label="Backup">
      <p className="lead-in">
        One file with everything in this studio: patterns, songs and their versions, students, assignments, practice
        logs, takes with their recordings, hands, schools and settings. Restore it into an empty studio. Teacher
        accounts and practice links are not included.
      </p>
      <div className="form-actions">
        <Button as="a" href="/api/archive" download>
          Export studio
        </Button>
        <label className="btn btn-quiet">
          Restore a backup…
          <input
            type="file"
            className="visually-hidden"
            accept=".ndjson"
            aria-label="Backup to restore"
            disabled={isPending}
            onChange={({ target }) => {
              const [file] = target.files ?? [];
              if (file) restoring.mutate(file);
              target.value = '';
            }}
          />
        </label>
      </div>
      <div aria-live="polite" className="mt-3">
        {isPending && <p>{progressWords(progress)}</p>}
        {data && <p>{restoredWords(data)}</p>}
        {error && (
          <p role="alert" className="finding finding-trouble">
            {wordsOf(error)}
          </p>
        )}
      </div>
    </section>
  );
};
