/** What is answered when a studio's backup is made or restored. */
export const BACKUP_ERRORS = {
  'archive-wrong': {
    status: 422,
    say: 'The archive cannot be read back: line {line}: {problem}. Nothing was kept of it.',
  },
  'archive-cut-off': {
    status: 422,
    say: 'The archive breaks off after {rows} rows; it was not copied whole. Nothing was kept of it.',
  },
  'archive-not-empty': {
    status: 409,
    say: 'An archive is read into a studio that has nothing of its own yet. Open a new studio for it; this one stays as it is.',
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
