import {
  STRIKER_NAMES,
  ceilingFigure,
  compareSchools,
  schoolsToCompare,
  stepsText,
  success,
  type Approach,
} from '@fleet-wren/core';
import type { Command, Request } from '../command.ts';

/** Schools that are compared when none are named: one of each kind. */
const USUAL = ['one-per-string', 'three-finger', 'rolling', 'hybrid'];

const attacksText = ({ attacks }: Approach): string =>
  Object.entries(attacks)
    .map(([striker, count]) => `${striker} ${count}`)
    .join(', ');

const busiestText = ({ busiest }: Approach): string =>
  busiest ? `${STRIKER_NAMES[busiest.striker]} every ${busiest.gap.toFixed(2)} s` : 'none plays twice';

const lines = (approach: Approach): readonly string[] => [
  `${approach.name} (${approach.school})`,
  `  ceiling ${approach.judgement.ceiling ? ceilingFigure(approach.judgement.ceiling.bpm) : '–'}; attacks ${attacksText(approach)}; busiest ${busiestText(approach)}`,
  `  steps ${stepsText(approach.steps)}; slurs ${approach.slurs}; doubled ${approach.doubled}; to mend ${approach.judgement.findings.length}`,
];

const forMachines = ({
  school,
  attacks,
  busiest,
  steps,
  slurs,
  doubled,
  unplayed,
  judgement,
  strain,
  bestStrain,
  slurred,
  changes,
}: Approach) => ({
  school,
  attacks,
  busiest,
  steps,
  changes,
  slurs,
  doubled,
  unplayed,
  strain,
  bestStrain,
  slurred,
  ceiling: judgement.ceiling && { bpm: Number(judgement.ceiling.bpm.toFixed(3)), cause: judgement.ceiling.cause },
  findings: judgement.findings.map(({ kind, sentence, severity }) => ({ kind, sentence, severity })),
});

const run = ({ pattern, cycleTicks, hand, options }: Request) => {
  const schools = schoolsToCompare(pattern, options.schools?.split(',').map((key) => key.trim()) ?? USUAL);
  if (!schools.ok) return schools;
  const { approaches, verdict } = compareSchools(pattern, schools.value, { cycleTicks, hand });
  if (options.json)
    return success(
      JSON.stringify({ approaches: approaches.map(forMachines), best: verdict.best, why: verdict.sentence }),
    );
  return success(
    [`${pattern.name}, ${pattern.tempo} a minute`, ...approaches.flatMap(lines), verdict.sentence].join('\n'),
  );
};

/** The same notes under several schools, side by side. */
export const compare: Command = {
  name: 'compare',
  summary: 'the same notes under several schools: --schools a,b,c',
  run,
};
