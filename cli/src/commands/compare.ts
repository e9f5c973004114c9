import { sayMessage, say, sayLabel, saySentence } from '@fleet-wren/wording';
import {
  formatMaxTempo,
  compareSchools,
  findSchoolsToCompare,
  describeStringChanges,
  success,
  type SchoolResult,
  fingerName,
} from '@fleet-wren/core';
import type { Command, CommandInput } from '../command.ts';

/** Schools that are compared when none are named: one of each kind. */
const USUAL = ['one-per-string', 'three-finger', 'rolling', 'hybrid'];

const attacksText = ({ attacks }: SchoolResult): string =>
  Object.entries(attacks)
    .map(([striker, count]) => `${striker} ${count}`)
    .join(', ');

const busiestText = ({ busiestActuator }: SchoolResult): string =>
  busiestActuator
    ? say('cli.busiest', { finger: sayMessage(fingerName(busiestActuator.striker)), gap: busiestActuator.gap })
    : say('cli.busiest-none');

const lines = (approach: SchoolResult): readonly string[] => [
  say('cli.school-title', { name: sayLabel(approach.name), key: approach.school }),
  `  ${say('cli.compare-facts', {
    max: approach.analysis.limit ? formatMaxTempo(approach.analysis.limit.maxTempo) : '–',
    notes: attacksText(approach),
    busiest: busiestText(approach),
  })}`,
  `  ${say('cli.compare-changes', {
    changes: describeStringChanges(approach.steps).map(sayMessage).join(', '),
    slurs: approach.slurs,
    doubled: approach.doubledStrokes,
    issues: approach.analysis.diagnostics.length,
  })}`,
  `  ${say('cli.compare-movement', {
    centimetres: Math.round(approach.movement.travelPerBar / 10),
    share: Math.round(100 * approach.movement.preparedShare),
  })}`,
];

const forMachines = ({
  school,
  attacks,
  busiestActuator,
  steps,
  slurs,
  doubledStrokes,
  unplayedStrokes,
  analysis,
  strain,
  optimalStrainCurve,
  slurredNotes,
  changes,
  movement,
}: SchoolResult) => ({
  school,
  attacks,
  busiest: busiestActuator && {
    striker: busiestActuator.striker,
    gap: busiestActuator.gap,
    strain: busiestActuator.strain,
  },
  steps,
  changes,
  slurs,
  doubled: doubledStrokes,
  unplayed: unplayedStrokes,
  movement: { travelPerBar: movement.travelPerBar, prepared: movement.preparedShare },
  strain,
  bestStrain: optimalStrainCurve,
  slurred: slurredNotes,
  ceiling: analysis.limit && {
    bpm: Number(analysis.limit.maxTempo.toFixed(3)),
    cause: sayMessage(analysis.limit.reason),
  },
  findings: analysis.diagnostics.map(({ code, message, severity }) => ({
    kind: code,
    message: saySentence(message),
    severity,
  })),
});

const run = ({ pattern, loopTicks, hand, options }: CommandInput) => {
  const schools = findSchoolsToCompare(pattern, options.schools?.split(',').map((key) => key.trim()) ?? USUAL);
  if (!schools.ok) return schools;
  const { results, recommendation } = compareSchools(pattern, schools.value, {
    loopTicks,
    hand,
  });
  if (options.json)
    return success(
      JSON.stringify({
        approaches: results.map(forMachines),
        best: recommendation.best,
        why: saySentence(recommendation.message),
      }),
    );
  return success(
    [
      say('cli.pattern-title', { name: pattern.name, tempo: pattern.tempo }),
      ...results.flatMap(lines),
      saySentence(recommendation.message),
    ].join('\n'),
  );
};

/** The same notes under several schools, side by side. */
export const compareCommand: Command = {
  name: 'compare',
  summary: 'cli.compare.summary',
  run,
};
