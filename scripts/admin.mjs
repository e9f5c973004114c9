import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { buildIfStale } from './lib/build.mjs';
import { ensurePackages } from './lib/packages.mjs';
import { PROJECT_ROOT } from './lib/paths.mjs';
import { StartupError, postgresBinary, runWithDatabase } from './lib/postgres.mjs';

const USE = `npm run admin -- reset EMAIL      a new password for a teacher
npm run admin -- backup FILE      everything of every studio into a file
npm run admin -- restore FILE     puts the house back as it was in that file; what is there now is replaced`;

// Paths are meant from where npm was called.
const fileOf = (name) => resolve(process.env.INIT_CWD ?? process.cwd(), name);

/**
 * Runs a program of PostgreSQL's on a database; the password goes by the environment, which other users cannot list.
 */
const program = (name, url, args) => {
  const { password, address } = url ? withoutPassword(url) : { password: '', address: [] };
  const { status, stderr, error } = spawnSync(postgresBinary(name), [...address, ...args], {
    stdio: ['ignore', 'ignore', 'pipe'],
    encoding: 'utf8',
    env: { ...process.env, PGPASSWORD: password },
  });
  if (status !== 0) throw new StartupError(`${String(error ?? stderr).trim()}`);
};

const withoutPassword = (url) => {
  const address = new URL(url);
  const password = decodeURIComponent(address.password);
  address.password = '';
  return { password, address: [`--dbname=${address.href}`] };
};

const reset = (url, email) => {
  ensurePackages({ quiet: true });
  buildIfStale(['wording', 'core', 'server'], { say: () => {} });
  const { status } = spawnSync(
    process.execPath,
    [join(PROJECT_ROOT, 'server', 'dist', 'admin', 'main.js'), 'reset', email],
    {
      stdio: 'inherit',
      env: { ...process.env, DATABASE_URL: url },
    },
  );
  process.exitCode = status ?? 1;
};

const backup = (url, name) => {
  const file = fileOf(name);
  if (existsSync(file)) throw new StartupError(`${file} is there already. Choose another name, or move that one away.`);
  // For the eyes of who keeps it alone.
  process.umask(0o077);
  program('pg_dump', url, ['--format=custom', '--no-owner', `--file=${file}`]);
  console.log(`Everything is in ${file}. Keep it where nobody else reads it: it holds the studios’ records.`);
};

/** Takes away what is there: pg_restore’s own way of doing that stumbles over partitions. */
const EMPTY = `do $$ declare one record; begin
  for one in select tablename from pg_tables where schemaname = current_schema() loop
    execute format('drop table if exists %I cascade', one.tablename);
  end loop;
  for one in select oid::regprocedure as name from pg_proc where pronamespace = current_schema()::regnamespace
      and not exists (select from pg_depend where objid = pg_proc.oid and deptype = 'e') loop
    execute format('drop function %s cascade', one.name);
  end loop;
end $$;\n`;

const restore = (url, name) => {
  const file = fileOf(name);
  if (!existsSync(file)) throw new StartupError(`There is no file ${file}.`);
  const folder = mkdtempSync(join(tmpdir(), 'fleet-wren-restore-'));
  try {
    const [empty, script] = [join(folder, 'empty.sql'), join(folder, 'restore.sql')];
    writeFileSync(empty, EMPTY);
    // Read to its end before anything is touched: a file that is cut or damaged ends here.
    program('pg_restore', undefined, ['--no-owner', `--file=${script}`, file]);
    // In one go or not at all.
    program('psql', url, [
      '--quiet',
      '--single-transaction',
      '--set=ON_ERROR_STOP=1',
      `--file=${empty}`,
      `--file=${script}`,
    ]);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
  console.log(`The house is as it was in ${file}.`);
};

const COMMANDS = { reset: { run: reset }, backup: { run: backup }, restore: { run: restore, alone: true } };

const main = async () => {
  const [command, operand] = process.argv.slice(2);
  const known = Object.hasOwn(COMMANDS, command ?? '') ? COMMANDS[command] : undefined;
  if (!known || !operand) throw new StartupError(USE);
  await runWithDatabase({ alone: known.alone }, (url) => known.run(url, operand));
};

main().catch((error) => {
  console.error(error instanceof StartupError ? error.message : error);
  process.exitCode = 1;
});
