import { packageBinary } from './paths.mjs';

// What did not change since it was last checked, by its content, is not checked again.
const CACHE = 'node_modules/.cache';

/** Lint of everything. */
export const LINT = [
  packageBinary('eslint'),
  ...['.', '--max-warnings', '0', '--cache', '--cache-strategy', 'content', '--cache-location', `${CACHE}/eslint/`],
];

/** Layout of everything. */
export const LAYOUT = [
  packageBinary('prettier'),
  ...['--check', '--log-level', 'warn', '--cache', '--cache-strategy', 'content'],
  ...['--cache-location', `${CACHE}/prettier-check`, '.'],
];
