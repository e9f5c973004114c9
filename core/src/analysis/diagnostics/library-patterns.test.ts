import { saySentence } from '@fleet-wren/wording';
import { readFileSync } from 'node:fs';
import { valueOrThrow } from '../../errors/index.ts';
import { parseStringNotation } from '../../formats/index.ts';
import { analysePattern } from '../pattern/analyse-pattern.ts';

interface Row {
  readonly school: string;
  readonly figure: string;
  readonly digits: string;
  readonly subdivision: number;
  readonly tempo: number;
  readonly cyclic: boolean;
}

/** Figures with the fingering each school gives them (common practice, no source). */
const rows = JSON.parse(
  readFileSync(new URL('../../../test/calibration/figures.json', import.meta.url), 'utf8'),
) as Row[];

const judged = ({ figure, school, subdivision, tempo, cyclic }: Row) => {
  const { pattern, loopTicks } = valueOrThrow(parseStringNotation(figure, { school, subdivision, tempo }));
  return analysePattern({ ...pattern, cyclic }, { loopTicks: loopTicks });
};

/** Figures that are played as common practice has them, with a tenth of room below their ceiling. */
const standard = rows
  .map((row) => ({ row, judgement: judged(row) }))
  .filter(({ row, judgement }) => Object.values(judgement.digits).join(' ') === row.digits)
  .filter(({ row, judgement }) => (judgement.limit?.maxTempo ?? Infinity) >= 1.1 * row.tempo);

test('there are at least sixty standard figures, from every family of schools', () => {
  expect(standard.length).toBeGreaterThanOrEqual(240);
  expect(new Set(standard.map(({ row }) => row.school.split(':')[0])).size).toBeGreaterThanOrEqual(11);
});

test('standard practice raises nothing', () => {
  const raised = standard.flatMap(({ row, judgement: { diagnostics, warnings } }) =>
    [...diagnostics.map((finding) => saySentence(finding.message)), ...warnings.map(({ code }) => code)].map(
      (what) => `${row.school} ${row.figure}: ${what}`,
    ),
  );
  // The school itself says that pick and middle side by side are cramped.
  expect(raised.filter((text) => !text.startsWith('hybrid:pick-pick-m'))).toEqual([]);
});
