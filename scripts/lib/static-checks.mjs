import { COMPILER, packageBinary } from './paths.mjs';

// What did not change since it was last checked, by its content, is not checked again.
const CACHE = 'node_modules/.cache';

const LINT = [
  packageBinary('eslint'),
  ...['.', '--max-warnings', '0', '--cache', '--cache-strategy', 'content', '--cache-location', `${CACHE}/eslint/`],
];

const LAYOUT = [
  packageBinary('prettier'),
  ...['--check', '--log-level', 'warn', '--cache', '--cache-strategy', 'content'],
  ...['--cache-location', `${CACHE}/prettier-check`, '.'],
];

/**
 * What is known of the code without running it, by part and title. Each check keeps one core busy: two lanes of them.
 */
const LANES = [
  [['lint', 'lint', LINT]],
  [
    ['types', 'types', [...COMPILER, '-b']],
    // Scripts use what core exports: renamed, they would only fail when somebody runs them.
    ['types', 'types of scripts', [...COMPILER, '-p', 'scripts']],
    ['lint', 'imports', [process.execPath, 'scripts/check-imports.mjs']],
    ['lint', 'layout', LAYOUT],
    ['lint', 'nothing unused', [packageBinary('knip')]],
  ],
];

/** @type {(part: string) => boolean} */
const all = () => true;

/** Runs the checks of the parts that are wanted with `check(title, command)`; the results in no order. */
export const runStaticChecks = async (check, wanted = all) => {
  const runLane = async (lane) => {
    const results = [];
    for (const [part, title, command] of lane) if (wanted(part)) results.push(await check(title, command));
    return results;
  };
  return (await Promise.all(LANES.map(runLane))).flat();
};
