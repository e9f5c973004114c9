import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { buildIfStale } from './lib/build.mjs';
import { ensurePackages } from './lib/packages.mjs';
import { PROJECT_ROOT } from './lib/paths.mjs';

// On standard error, so that what a command answers stays all there is on standard output.
const say = (words) => process.stderr.write(`${words}\n`);
let said = false;
ensurePackages({ quiet: true, say });
buildIfStale(['wording', 'core', 'cli'], {
  say: () => {
    if (!said) say('Building the command line; that happens once …');
    said = true;
  },
});
// Paths on the command line are meant from where npm was called.
const cwd = process.env.INIT_CWD ?? process.cwd();
const { status } = spawnSync(
  process.execPath,
  [join(PROJECT_ROOT, 'cli', 'dist', 'main.js'), ...process.argv.slice(2)],
  {
    stdio: 'inherit',
    cwd,
  },
);
process.exitCode = status ?? 1;
