import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { COMPILER, PROJECT_ROOT, packageBinary } from './paths.mjs';

const SKIPPED = new Set(['dist', 'dist-pseudo', 'dist-types', 'node_modules', 'test']);

const filesIn = (folder) =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    if (SKIPPED.has(entry.name)) return [];
    const path = join(folder, entry.name);
    return entry.isDirectory() ? filesIn(path) : [path];
  });

const fingerprint = (packages) => {
  const hash = createHash('sha256');
  const shared = ['package-lock.json', 'tsconfig.base.json'].map((file) => join(PROJECT_ROOT, file)).filter(existsSync);
  for (const file of [...shared, ...packages.flatMap((name) => filesIn(join(PROJECT_ROOT, name)))]) {
    const { mtimeMs, size } = statSync(file);
    hash.update(`${file} ${mtimeMs} ${size}\n`);
  }
  return hash.digest('hex');
};

const stampFile = (name) => join(PROJECT_ROOT, name, 'dist', '.built');

const run = (program, args, options = {}) => {
  const { status } = spawnSync(program, args, {
    cwd: PROJECT_ROOT,
    stdio: ['ignore', 'inherit', 'inherit'],
    ...options,
  });
  if (status !== 0) process.exit(status ?? 1);
};

const compile = (name) => run(COMPILER[0], [...COMPILER.slice(1), '-b', name]);

/** Packages each is built from: a change of one of them makes it stale too. */
const BUILT_FROM = {
  core: ['wording'],
  cli: ['wording', 'core'],
  server: ['wording', 'core', 'contract'],
  web: ['wording', 'core', 'contract'],
};

const COMPILE = {
  core: () => compile('core'),
  wording: () => compile('wording'),
  cli: () => compile('cli'),
  server: () => compile('server'),
  web: () => {
    const options = { cwd: join(PROJECT_ROOT, 'web') };
    run(packageBinary('vite'), ['build', '--logLevel', 'warn'], options);
    // After the application, whose files it lists.
    run(packageBinary('vite'), ['build', '--config', 'vite.worker.config.ts', '--logLevel', 'warn'], options);
  },
};

/** Builds the interface once more in the language that nobody speaks, for the test of its texts. */
export const buildPseudo = () =>
  run(packageBinary('vite'), ['build', '--config', 'vite.pseudo.config.ts', '--logLevel', 'error'], {
    cwd: join(PROJECT_ROOT, 'web'),
  });

/** @type {(name: string) => void} */
const ignore = () => {};

/** Builds the packages whose sources changed since they were last built; quick when nothing did. */
export const buildIfStale = (packages, { force = false, say = ignore } = {}) => {
  for (const name of packages) {
    const print = fingerprint([...(BUILT_FROM[name] ?? []), name]);
    const stamp = stampFile(name);
    if (!force && existsSync(stamp) && readFileSync(stamp, 'utf8') === print) continue;
    say(name);
    COMPILE[name]();
    mkdirSync(dirname(stamp), { recursive: true });
    writeFileSync(stamp, print);
  }
};
