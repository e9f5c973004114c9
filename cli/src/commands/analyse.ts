import { sayMessage, say, saySentence } from '@fleet-wren/wording';
import {
  groupDiagnostics,
  analysePattern,
  severityGrade,
  stepsCounted,
  analyseStringUsage,
  success,
  type PatternAnalysis,
  type ActuatorLoad,
  type DiagnosticGroup,
  type StringChange,
  fingerName,
} from '@fleet-wren/core';
import type { Command, Request } from '../command.ts';
import { verdict } from './finger.ts';

const loadLine = ({
  actuator: striker,
  strokes,
  strokesPerSecond: rate,
  longestRest,
  idleShare: free,
}: ActuatorLoad): string =>
  `  ${striker.padEnd(5)}${sayMessage(fingerName(striker)).padEnd(15)}${say('cli.load', { count: strokes, rate, rest: longestRest, free })}`;

const findingLine = (cause: DiagnosticGroup): string =>
  say('cli.finding', {
    finding: saySentence(cause.message),
    severity: say(`severity.${severityGrade(cause.severity)}`),
  });

const findingLines = ({ diagnostics: findings }: PatternAnalysis): readonly string[] =>
  findings.length === 0 ? [say('cli.no-problems')] : groupDiagnostics(findings).map(findingLine);

const changeLine = ({ from, to, kinds }: StringChange): string =>
  `  ${say('cli.string-change', { from, to, kinds: stepsCounted(kinds).map(sayMessage).join(', ') })}`;

const run = ({ pattern, cycleTicks, hand, options }: Request) => {
  const judgement = analysePattern(pattern, { loopTicks: cycleTicks, hand });
  const strings = analyseStringUsage(pattern, judgement, { loopTicks: cycleTicks, hand });
  if (options.json) return success(JSON.stringify({ ...judgement, ...strings }));
  return success(
    [
      say('cli.pattern-title', { name: pattern.name, tempo: pattern.tempo }),
      ...judgement.actuatorLoads.map(loadLine),
      ...strings.changes.map(changeLine),
      ...findingLines(judgement),
      ...verdict(judgement),
    ].join('\n'),
  );
};

/** How busy each digit is, what doubles or crosses, and what sets the ceiling. */
export const analyse: Command = {
  name: 'analyse',
  summary: 'cli.analyse.summary',
  run,
};
