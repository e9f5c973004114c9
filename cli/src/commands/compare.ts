import { sayMessage, say, sayLabel, saySentence } from '@fleet-wren/wording';
import {
  ceilingFigure,
  compareSchools,
  schoolsToCompare,
  stepsCounted,
  success,
  type Approach,
  fingerName,
} from '@fleet-wren/core';
import type { Command, Request } from '../command.ts';

/** Schools that are compared when none are named: one of each kind. */
const USUAL = ['one-per-string', 'three-finger', 'rolling', 'hybrid'];

const attacksText = ({ attacks }: Approach): string =>
  Object.entries(attacks)
    .map(([striker, count]) => `${striker} ${count}`)
    .join(', ');

const busiestText = ({ busiest }: Approach): string =>
  busiest
    ? say('cli.busiest', { finger: sayMessage(fingerName(busiest.striker)), gap: busiest.gap })
    : say('cli.busiest-none');

const lines = (approach: Approach): readonly string[] => [
  say('cli.school-title', { name: sayLabel(approach.name), key: approach.school }),
  `  ${say('cli.compare-facts', {
    max: approach.judgement.ceiling ? ceilingFigure(approach.judgement.ceiling.bpm) : '–',
    notes: attacksText(approach),
    busiest: busiestText(approach),
  })}`,
  `  ${say('cli.compare-changes', {
    changes: stepsCounted(approach.steps).map(sayMessage).join(', '),
    slurs: approach.slurs,
    doubled: approach.doubled,
    issues: approach.judgement.findings.length,
  })}`,
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
  ceiling: judgement.ceiling && {
    bpm: Number(judgement.ceiling.bpm.toFixed(3)),
    cause: sayMessage(judgement.ceiling.cause),
  },
  findings: judgement.findings.map(({ kind, message, severity }) => ({
    kind,
    message: saySentence(message),
    severity,
  })),
});

const run = ({ pattern, cycleTicks, hand, options }: Request) => {
  const schools = schoolsToCompare(pattern, options.schools?.split(',').map((key) => key.trim()) ?? USUAL);
  if (!schools.ok) return schools;
  const { approaches, verdict } = compareSchools(pattern, schools.value, { cycleTicks, hand });
  if (options.json)
    return success(
      JSON.stringify({
        approaches: approaches.map(forMachines),
        best: verdict.best,
        why: saySentence(verdict.message),
      }),
    );
  return success(
    [
      say('cli.pattern-title', { name: pattern.name, tempo: pattern.tempo }),
      ...approaches.flatMap(lines),
      saySentence(verdict.message),
    ].join('\n'),
  );
};

/** The same notes under several schools, side by side. */
export const compare: Command = {
  name: 'compare',
  summary: 'cli.compare.summary',
  run,
};
