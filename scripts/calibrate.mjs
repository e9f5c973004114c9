/* Agreement of the solver with the calibration table, before and after the weights were chosen: writes docs/calibration.md. */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { COMMON_WEIGHTS, fingerPattern, findSchool, readFigure, valueOrThrow } from '../core/dist/index.js';
import { ROOT } from './lib/paths.mjs';

const figures = JSON.parse(readFileSync(join(ROOT, 'core/test/calibration/figures.json'), 'utf8'));

/** The school with the weights every school started from: only its digits, homes and hard rules are its own. */
const uncalibrated = (school) => ({ ...school, key: `${school.key} as begun`, weights: { ...COMMON_WEIGHTS } });

const answer = ({ figure, subdivision, tempo, cyclic }, school) => {
  const { pattern, cycleTicks } = valueOrThrow(readFigure(figure, { subdivision, tempo }));
  return fingerPattern({ ...pattern, cyclic }, { school, cycleTicks }).digits.join(' ');
};

const rows = figures.map((row) => {
  const school = valueOrThrow(findSchool(row.school));
  return { ...row, after: answer(row, school), before: answer(row, uncalibrated(school)) };
});

const agreement = (half, when) => {
  const own = rows.filter((row) => row.half === half);
  const right = own.filter((row) => row[when] === row.digits).length;
  return `${right} of ${own.length} (${Math.round((100 * right) / own.length)} %)`;
};

const misses = rows.filter((row) => row.after !== row.digits);
const page = `# Calibration of the schools' weights

The weights in \`core/src/fingering/school.ts\` and in each school's file are estimates. They were chosen on one half of a
table of ${rows.length} figures with the fingering that common practice gives each school (common practice, no source; written
down from memory before the solver was asked), and tested on the other half, which had no say in them. The table is
\`core/test/calibration/figures.json\`; \`node scripts/calibrate.mjs\` writes this page, and a test holds the agreement.

| half | figures as begun | after |
|---|---|---|
| used to choose the weights | ${agreement('choose', 'before')} | ${agreement('choose', 'after')} |
| only tested | ${agreement('test', 'before')} | ${agreement('test', 'after')} |

“As begun” gives every school the common weights, so that only its digits, homes and hard rules tell it apart.

## Misses

${misses.length === 0 ? 'None at present. The table is small and its figures are the plain ones: expect misses on figures it does not hold.' : ['| half | school | figure | common practice | the solver |', '|---|---|---|---|---|', ...misses.map((row) => `| ${row.half} | ${row.school} | ${row.figure} | ${row.digits} | ${row.after} |`)].join('\n')}

## The estimates of the hand

The least times of the hand (\`core/src/fingering/estimates.ts\`) are not calibrated by this table: they come from published
finger-tapping rates of about 5 to 7 taps a second, from memory, and are marked “est.”. A tapping test scales them for a
person, and a studio can change each of them.

## The table

| half | school | figure | in | at | use | common practice |
|---|---|---|---|---|---|---|
${rows.map((row) => `| ${row.half} | ${row.school} | ${row.figure} | ${row.subdivision} | ${row.tempo} | ${row.use} | ${row.digits} |`).join('\n')}
`;
writeFileSync(join(ROOT, 'docs', 'calibration.md'), page);
console.log(
  `choose ${agreement('choose', 'before')} → ${agreement('choose', 'after')}; test ${agreement('test', 'before')} → ${agreement('test', 'after')}`,
);
for (const row of misses) console.log(`${row.half} ${row.school}: ${row.figure} → ${row.digits}, got ${row.after}`);
