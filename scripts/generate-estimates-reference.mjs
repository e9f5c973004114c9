/* Writes the table of estimates in docs/judgement.md: node scripts/generate-estimates-reference.mjs, after a build
   of core. */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ESTIMATE_DEFINITIONS } from '../core/dist/index.js';
import { sayLabel } from '../wording/dist/index.js';
import { PROJECT_ROOT } from './lib/paths.mjs';

const file = join(PROJECT_ROOT, 'docs', 'judgement.md');
const rows = Object.values(ESTIMATE_DEFINITIONS).map(
  ({ label, value, unit, source }) => `| ${sayLabel(label)} | ${value} ${unit} | ${sayLabel(source)} |`,
);
const table = ['| estimate | value | where it comes from |', '|---|---|---|', ...rows].join('\n');
const page = readFileSync(file, 'utf8');
writeFileSync(
  file,
  page.replace(/<!-- estimates -->[\s\S]*<!-- end -->/, `<!-- estimates -->\n${table}\n<!-- end -->`),
);
