/** What is answered when a studio's backup is made or restored. */
export const BACKUP_ERRORS = {
  'archive-wrong': {
    status: 422,
    say: 'This backup cannot be restored. Line {line}: {problem}. Nothing was changed.',
  },
  'archive-cut-off': {
    status: 422,
    say: 'This backup is incomplete: it ends after {rows} rows. Copy the file again. Nothing was changed.',
  },
  'archive-not-empty': {
    status: 409,
    say: 'A backup can only be restored into an empty studio. Register a new studio for it. Nothing was changed here.',
  },
  'restore-running': {
    status: 409,
    say: 'A backup is being restored into this studio already. Wait until that is done.',
  },
  'restore-broken-off': {
    status: 503,
    say: 'The server stopped while the backup was being restored, and nothing of it was kept. Try again.',
  },
  'upload-broken-off': {
    status: 400,
    say: 'The file stopped arriving before it was complete, and nothing of it was kept. Check the connection and send it again.',
  },
} as const satisfies Record<string, { status: number; say: string }>;
