/** Brings a document of one version to the next; pure, one way. */
type Migration = (pattern: unknown) => unknown;

/**
 * What changed from version to version, in order; the first goes from 1 to 2.
 * 2: strokes may carry marks, frets, slurs, harmonics and roles; patterns divisions, swing, tags and a school of the
 * studio's own. All of it is optional, so that a document of version 1 is one of version 2 as it stands.
 */
const MIGRATIONS: readonly Migration[] = [(pattern) => pattern];

/**
 * A pattern of an older version of the format as the newest has it.
 * @example
 * typeof migratePattern({}, 2) // => 'object'
 */
export const migratePattern = (pattern: unknown, version: number): unknown =>
  MIGRATIONS.slice(version - 1).reduce((document, migration) => migration(document), pattern);
