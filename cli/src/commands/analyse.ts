import { sayMessage, say, saySentence } from '@fleet-wren/wording';
import {
  groupDiagnostics,
  analysePattern,
  gradeSeverity,
  describeStringChanges,
  analyseStringUsage,
  success,
  type PatternAnalysis,
  type ActuatorLoad,
  type DiagnosticGroup,
  type StringChange,
  fingerName,
} from '@fleet-wren/core';
import type { Command, CommandInput } from '../command.ts';
import { formatSummary } from './finger.ts';
import { analysisForMachines, stringsForMachines } from '../machine-output.ts';

const loadLine = ({ actuator, strokes, strokesPerSecond, longestRest, idleShare }: ActuatorLoad): string =>
  `  ${actuator.padEnd(5)}${sayMessage(fingerName(actuator)).padEnd(15)}${say('cli.load', { count: strokes, rate: strokesPerSecond, rest: longestRest, free: idleShare })}`;

const findingLine = (cause: DiagnosticGroup): string =>
  say('cli.finding', {
    finding: saySentence(cause.message),
    severity: say(`severity.${gradeSeverity(cause.severity)}`),
  });

const findingLines = ({ diagnostics }: PatternAnalysis): readonly string[] =>
  diagnostics.length === 0 ? [say('cli.no-problems')] : groupDiagnostics(diagnostics).map(findingLine);

const changeLine = ({ from, to, kinds }: StringChange): string =>
  `  ${say('cli.string-change', { from, to, kinds: describeStringChanges(kinds).map(sayMessage).join(', ') })}`;

const run = ({ pattern, loopTicks, hand, options }: CommandInput) => {
  const judgement = analysePattern(pattern, { loopTicks, hand });
  const strings = analyseStringUsage(pattern, judgement, { loopTicks, hand });
  if (options.json)
    return success(JSON.stringify({ ...analysisForMachines(judgement), ...stringsForMachines(strings) }));
  return success(
    [
      say('cli.pattern-title', { name: pattern.name, tempo: pattern.tempo }),
      ...judgement.actuatorLoads.map(loadLine),
      ...strings.changes.map(changeLine),
      ...findingLines(judgement),
      ...formatSummary(judgement),
    ].join('\n'),
  );
};

/** How busy each digit is, what doubles or crosses, and what sets the ceiling. */
export const analyseCommand: Command = {
  name: 'analyse',
  summary: 'cli.analyse.summary',
  run,
};
