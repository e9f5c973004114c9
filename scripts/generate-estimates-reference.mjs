/* Writes the table of estimates in docs/judgement.md: node scripts/generate-estimates-reference.mjs, after a build
   of core. */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ESTIMATE_DEFINITIONS } from '../core/dist/index.js';
import { sayLabel } from '../wording/dist/index.js';
import { PROJECT_ROOT } from './lib/paths.mjs';

/** The likely range of an estimate, as Settings says it. @param {readonly (number | null)[]} range */
const sayRange = ([least, most] = [null, null]) => {
  if (most === null) return '';
  return least === null ? `to ${most}` : `${least} to ${most}`;
};

const file = join(PROJECT_ROOT, 'docs', 'judgement.md');
const rows = /** @type {import('../core/dist/index.js').EstimateDefinition[]} */ (
  Object.values(ESTIMATE_DEFINITIONS)
).map(
  ({ label, value, unit, source, range }) =>
    `| ${sayLabel(label)} | ${value} ${unit} | ${sayRange(range)} | ${sayLabel(source)} |`,
);
const table = ['| estimate | value | likely range (95 %) | where it comes from |', '|---|---|---|---|', ...rows].join(
  '\n',
);
const page = readFileSync(file, 'utf8');
writeFileSync(
  file,
  page.replace(/<!-- estimates -->[\s\S]*<!-- end -->/, `<!-- estimates -->\n${table}\n<!-- end -->`),
);
