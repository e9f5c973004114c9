import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { buildIfStale } from './lib/build.mjs';
import { ensurePackages } from './lib/packages.mjs';
import { ROOT } from './lib/paths.mjs';
import { StartTrouble, databaseProgram, withDatabase } from './lib/postgres.mjs';

const USE = `npm run admin -- reset EMAIL      a new password for a teacher
npm run admin -- backup FILE      everything of every studio into a file
npm run admin -- restore FILE     puts the house back as it was in that file; what is there now is replaced`;

// Paths are meant from where npm was called.
const fileOf = (name) => resolve(process.env.INIT_CWD ?? process.cwd(), name);

/** Runs a program of PostgreSQL's on a database; the password goes by the environment, which other users cannot list. */
const program = (name, url, args) => {
  const address = new URL(url);
  const env = { ...process.env, PGPASSWORD: decodeURIComponent(address.password) };
  address.password = '';
  const { status, stderr, error } = spawnSync(databaseProgram(name), [`--dbname=${address.href}`, ...args], {
    stdio: ['ignore', 'inherit', 'pipe'],
    encoding: 'utf8',
    env,
  });
  if (status !== 0) throw new StartTrouble(`${String(error ?? stderr).trim()}`);
};

const reset = (url, email) => {
  ensurePackages({ quiet: true });
  buildIfStale(['core', 'server'], { say: () => {} });
  const { status } = spawnSync(process.execPath, [join(ROOT, 'server', 'dist', 'admin', 'main.js'), 'reset', email], {
    stdio: 'inherit',
    env: { ...process.env, DATABASE_URL: url },
  });
  process.exitCode = status ?? 1;
};

const backup = (url, name) => {
  const file = fileOf(name);
  if (existsSync(file)) throw new StartTrouble(`${file} is there already. Choose another name, or move that one away.`);
  // For the eyes of who keeps it alone.
  process.umask(0o077);
  program('pg_dump', url, ['--format=custom', '--no-owner', `--file=${file}`]);
  console.log(`Everything is in ${file}. Keep it where nobody else reads it: it holds the studios’ records.`);
};

const restore = (url, name) => {
  const file = fileOf(name);
  if (!existsSync(file)) throw new StartTrouble(`There is no file ${file}.`);
  // In one go or not at all: a file that is not whole leaves what is there as it is.
  const how = ['--clean', '--if-exists', '--no-owner', '--single-transaction', '--exit-on-error'];
  program('pg_restore', url, [...how, file]);
  console.log(`The house is as it was in ${file}.`);
};

const COMMANDS = { reset: { run: reset }, backup: { run: backup }, restore: { run: restore, alone: true } };

const main = async () => {
  const [command, operand] = process.argv.slice(2);
  const known = Object.hasOwn(COMMANDS, command ?? '') ? COMMANDS[command] : undefined;
  if (!known || !operand) throw new StartTrouble(USE);
  await withDatabase({ alone: known.alone }, (url) => known.run(url, operand));
};

main().catch((error) => {
  console.error(error instanceof StartTrouble ? error.message : error);
  process.exitCode = 1;
});
