/** What is answered when a studio's backup is made or restored. */
export const BACKUP_ERRORS = {
  'archive-wrong': { status: 422 },
  'archive-cut-off': { status: 422 },
  'archive-not-empty': { status: 409 },
  'restore-running': { status: 409 },
  'restore-broken-off': { status: 503 },
  'upload-broken-off': { status: 400 },
} as const satisfies Record<string, { status: number }>;
