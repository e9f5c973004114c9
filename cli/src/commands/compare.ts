import { sayMessage, say, sayLabel, saySentence } from '@fleet-wren/wording';
import {
  ceilingFigure,
  compareSchools,
  findSchoolsToCompare,
  stepsCounted,
  success,
  type SchoolResult,
  fingerName,
} from '@fleet-wren/core';
import type { Command, Request } from '../command.ts';

/** Schools that are compared when none are named: one of each kind. */
const USUAL = ['one-per-string', 'three-finger', 'rolling', 'hybrid'];

const attacksText = ({ attacks }: SchoolResult): string =>
  Object.entries(attacks)
    .map(([striker, count]) => `${striker} ${count}`)
    .join(', ');

const busiestText = ({ busiestActuator: busiest }: SchoolResult): string =>
  busiest
    ? say('cli.busiest', { finger: sayMessage(fingerName(busiest.striker)), gap: busiest.gap })
    : say('cli.busiest-none');

const lines = (approach: SchoolResult): readonly string[] => [
  say('cli.school-title', { name: sayLabel(approach.name), key: approach.school }),
  `  ${say('cli.compare-facts', {
    max: approach.analysis.limit ? ceilingFigure(approach.analysis.limit.maxTempo) : '–',
    notes: attacksText(approach),
    busiest: busiestText(approach),
  })}`,
  `  ${say('cli.compare-changes', {
    changes: stepsCounted(approach.steps).map(sayMessage).join(', '),
    slurs: approach.slurs,
    doubled: approach.doubledStrokes,
    issues: approach.analysis.diagnostics.length,
  })}`,
];

const forMachines = ({
  school,
  attacks,
  busiestActuator: busiest,
  steps,
  slurs,
  doubledStrokes: doubled,
  unplayedStrokes: unplayed,
  analysis: judgement,
  strain,
  optimalStrainCurve: bestStrain,
  slurredNotes: slurred,
  changes,
}: SchoolResult) => ({
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
  ceiling: judgement.limit && {
    bpm: Number(judgement.limit.maxTempo.toFixed(3)),
    cause: sayMessage(judgement.limit.code),
  },
  findings: judgement.diagnostics.map(({ code: kind, message, severity }) => ({
    kind,
    message: saySentence(message),
    severity,
  })),
});

const run = ({ pattern, cycleTicks, hand, options }: Request) => {
  const schools = findSchoolsToCompare(pattern, options.schools?.split(',').map((key) => key.trim()) ?? USUAL);
  if (!schools.ok) return schools;
  const { results: approaches, recommendation: verdict } = compareSchools(pattern, schools.value, {
    loopTicks: cycleTicks,
    hand,
  });
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
