// What can be known of the code without running it: types, lint, imports, layout. Under a minute, seconds when little changed.
import { ensurePackages } from './lib/packages.mjs';
import { COMPILER, PROJECT_ROOT, packageBinary } from './lib/paths.mjs';
import { runProcess } from './lib/run-process.mjs';
import { LAYOUT, LINT } from './lib/static-checks.mjs';

ensurePackages();
const began = performance.now();

const check = async (title, [program, ...args]) => {
  const code = await runProcess(program, args, { cwd: PROJECT_ROOT });
  console.log(`${code === 0 ? 'ok    ' : 'FAILED'} ${title} (${((performance.now() - began) / 1000).toFixed(0)} s)`);
  return code === 0;
};

const oneAfterAnother = async (...checks) => {
  const held = [];
  for (const [title, command] of checks) held.push(await check(title, command));
  return held;
};

// Each keeps one core busy: two lanes.
const held = await Promise.all([
  oneAfterAnother(['lint', LINT]),
  oneAfterAnother(
    ['types', [...COMPILER, '-b']],
    ['imports', [process.execPath, 'scripts/check-imports.mjs']],
    ['layout', LAYOUT],
    ['nothing unused', [packageBinary('knip')]],
  ),
]);
process.exitCode = held.flat().every(Boolean) ? 0 : 1;
