import type { RestoredRows } from '@fleet-wren/contract';
import { say } from '@fleet-wren/wording';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { restoreBackup, type RestoreProgress } from '../api/backup.ts';
import { wordsOf } from '../api/api-error.ts';

const restoredWords = ({ students, documents, practice_events: entries, takes }: RestoredRows): string =>
  say('settings.restored', { students, documents, entries, takes });

const progressWords = ({ phase, share }: RestoreProgress): string =>
  phase === 'sending' ? say('settings.uploading', { share }) : say('settings.restoring', { share });

/** Everything of the studio in one file, to be kept somewhere safe; and such a file restored into an empty studio. */
export const BackupSection = () => {
  const [progress, setProgress] = useState<RestoreProgress>({ phase: 'sending', share: 0 });
  const client = useQueryClient();
  const restoring = useMutation({
    mutationFn: (file: File) => restoreBackup(file, setProgress),
    onSuccess: () => client.invalidateQueries(),
  });
  const { data, error, isPending } = restoring;
  return (
    <section aria-label={say('settings.backup')}>
      <p className="lead-in">{say('settings.backup-about')}</p>
      <div className="form-actions">
        <Button as="a" href="/api/archive" download>
          {say('settings.export-studio')}
        </Button>
        <label className="btn btn-quiet">
          {say('settings.restore-a-backup')}
          <input
            type="file"
            className="visually-hidden"
            accept=".ndjson"
            aria-label={say('settings.backup-to-restore')}
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
