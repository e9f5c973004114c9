import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';

const ROOT = join(import.meta.dirname, '../..');
const page = readFileSync(join(ROOT, 'docs/security.md'), 'utf8');

interface Claim {
  readonly what: string;
  readonly shownBy: readonly string[];
}

/** The rows of the table: what is claimed, and the tests that are named beside it. */
const claims: readonly Claim[] = page
  .split('\n')
  .filter((line) => line.startsWith('|') && !/^\| (Section|-)/.test(line))
  .map((line) => {
    const [, , what = '', , shown = ''] = line.split('|').map((cell) => cell.trim());
    return { what, shownBy: shown.split('<br>').map((one) => one.trim()) };
  });

test('the table is there, and nearly every claim has a test', () => {
  expect(claims.length).toBeGreaterThan(25);
  expect(claims.filter(({ shownBy }) => shownBy.includes('by reading'))).toHaveLength(1);
});

/** A test that is named: its file, and its title where one of many is meant. */
const named = (text: string): { readonly file: string; readonly title: string | undefined } => {
  const [, file = '', title] = /^`([^`]+)`(?: › (.+))?$/.exec(text) ?? [];
  return { file, title };
};

test.each(claims)('what shows this exists: $what', ({ shownBy }) => {
  for (const text of shownBy.filter((one) => one !== 'by reading')) {
    const { file, title } = named(text);
    expect([text, file !== '' && existsSync(join(ROOT, file))]).toEqual([text, true]);
    if (title) expect(readFileSync(join(ROOT, file), 'utf8')).toContain(`'${title}'`);
  }
});

/** Stores that ask the database without a studio's scope: what is before any studio, or the house's own work. */
const WITHOUT_SCOPE = [
  'auth/auth.store.ts',
  'auth/doors.ts',
  'auth/failed-tries.ts',
  'auth/recovery.store.ts',
  'auth/second-factor.store.ts',
  'backup/restores.store.ts',
  'common/rate-limiter.ts',
  'db/quick.ts',
  'db/studio-db.ts',
  'health/health.store.ts',
  'practice/practice-links.store.ts',
  'summaries/outdated-summaries.store.ts',
  'teachers/teachers.store.ts',
];

test('the database is asked without a scope by these stores alone', () => {
  const source = join(ROOT, 'server/src');
  const asking = readdirSync(source, { recursive: true, encoding: 'utf8' })
    .filter(
      (file) => file.endsWith('.ts') && /@Inject\((DB_TOKEN|QUICK_DB)\)/.test(readFileSync(join(source, file), 'utf8')),
    )
    .sort();
  expect(asking).toEqual(WITHOUT_SCOPE);
});
