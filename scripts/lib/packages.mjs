import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PROJECT_ROOT } from './paths.mjs';

const STAMP = join(PROJECT_ROOT, 'node_modules', '.fleet-wren-lock');

/** Installs the npm packages when they are missing or the lock file changed since. */
export const ensurePackages = ({ quiet = false, say = console.log } = {}) => {
  const lock = createHash('sha256')
    .update(readFileSync(join(PROJECT_ROOT, 'package-lock.json')))
    .digest('hex');
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === lock) return;
  say('Installing packages …');
  const { status } = spawnSync('npm', ['ci', '--no-audit', '--no-fund'], {
    cwd: PROJECT_ROOT,
    stdio: ['ignore', quiet ? 'ignore' : 'inherit', 'inherit'],
  });
  if (status !== 0) {
    console.error('The packages could not be installed. Check the connection to the npm registry and try again.');
    process.exit(1);
  }
  writeFileSync(STAMP, lock);
};
