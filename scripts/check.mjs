// What can be known of the code without running it: types, lint, imports, layout. Under a minute, seconds when little
// changed.
import { ensurePackages } from './lib/packages.mjs';
import { PROJECT_ROOT } from './lib/paths.mjs';
import { runProcess } from './lib/run-process.mjs';
import { runStaticChecks } from './lib/static-checks.mjs';

ensurePackages();
const began = performance.now();

const check = async (title, [program, ...args]) => {
  const code = await runProcess(program, args, { cwd: PROJECT_ROOT });
  console.log(`${code === 0 ? 'ok    ' : 'FAILED'} ${title} (${((performance.now() - began) / 1000).toFixed(0)} s)`);
  return code === 0;
};

const held = await runStaticChecks(check);
process.exitCode = held.every(Boolean) ? 0 : 1;
