import { sayProblem, say, sayLabel, sayMessage } from '@fleet-wren/wording';
import {
  listAlternativeFingerings,
  formatMaxTempo,
  digitSymbol,
  failure,
  analysePattern,
  createProblem,
  resolveSchoolOrThrow,
  success,
  describePosition,
  type AlternativeFingering,
  type Digit,
  type PatternAnalysis,
  type Pattern,
  type Result,
  message,
} from '@fleet-wren/core';
import type { Command, CommandInput } from '../command.ts';

const forMachines = (pattern: Pattern, { digits, secondPassDigits, cost, limit, warnings }: PatternAnalysis): string =>
  JSON.stringify({
    strokes: pattern.strokes.map(({ id, at, string }) => ({ at, string, digit: digits[id] ?? null })),
    ...(secondPassDigits ? { secondTime: pattern.strokes.map(({ id }) => secondPassDigits[id] ?? null) } : {}),
    cost: Number(cost.toFixed(6)),
    ceiling: limit && { bpm: Number(limit.maxTempo.toFixed(3)), cause: sayMessage(limit.reason) },
    conflicts: warnings.map((trouble) => ({ code: trouble.code, message: sayProblem(trouble) })),
  });

const strokeLine = (pattern: Pattern, { digits }: PatternAnalysis, index: number): string => {
  const stroke = pattern.strokes[index];
  if (!stroke) return '';
  const digit = digits[stroke.id];
  const pinned = stroke.pin ? `  ${say('cli.pinned')}` : '';
  const place = sayMessage(describePosition(pattern, stroke.at)).padEnd(20);
  return `  ${place} ${say('cli.string', { string: stroke.string })}  ${markOf(digit)}${pinned}`;
};

const markOf = (digit: Digit | null | undefined): string => (digit ? digitSymbol(digit) : '–');

/** The digits of the second time round, where they are others. */
const secondTimeLine = ({ strokes }: Pattern, { secondPassDigits }: PatternAnalysis): readonly string[] =>
  secondPassDigits
    ? [`  ${say('cli.second-pass', { marks: strokes.map(({ id }) => markOf(secondPassDigits[id])).join(' ') })}`]
    : [];

/** The ceiling and the troubles, in sentences. */
export const formatSummary = ({ limit, warnings }: PatternAnalysis): readonly string[] => [
  limit
    ? say('cli.max-tempo', { max: formatMaxTempo(limit.maxTempo), limit: sayMessage(limit.reason) })
    : say('cli.no-max-tempo'),
  ...warnings.map((trouble) => `! ${sayProblem(trouble)}`),
];

const forPeople = (pattern: Pattern, judgement: PatternAnalysis): string => {
  return [
    say('cli.fingering-title', {
      name: pattern.name,
      school: sayLabel(resolveSchoolOrThrow(pattern).name),
      tempo: pattern.tempo,
    }),
    ...pattern.strokes.map((_, index) => strokeLine(pattern, judgement, index)),
    ...secondTimeLine(pattern, judgement),
    ...formatSummary(judgement),
  ].join('\n');
};

const alternativesOf = ({ pattern, loopTicks, hand, options }: CommandInput): Result<string> => {
  const count = Number(options.k);
  if (!Number.isInteger(count) || count < 1 || count > 20)
    return failure(createProblem('usage', { problem: message('cli.count-invalid', { value: options.k ?? '' }) }));
  const found = listAlternativeFingerings(pattern, count, { loopTicks, hand });
  if (options.json)
    return success(
      JSON.stringify(
        found.map(({ digits, cost, tradeOff }) => ({
          digits: pattern.strokes.map(({ id }) => digits[id] ?? null),
          cost: Number(cost.toFixed(6)),
          trade: sayMessage(tradeOff),
        })),
      ),
    );
  const line = ({ digits, tradeOff }: AlternativeFingering): string =>
    `  ${pattern.strokes.map(({ id }) => digitSymbol(digits[id] ?? 'p')).join(' ')}   ${sayMessage(tradeOff)}`;
  return success(
    [say('cli.pattern-title', { name: pattern.name, tempo: pattern.tempo }), ...found.map(line)].join('\n'),
  );
};

const run = (request: CommandInput) => {
  const { pattern, loopTicks, hand, options } = request;
  if (options.k !== undefined) return alternativesOf(request);
  const judgement = analysePattern(pattern, { loopTicks, hand });
  return success(options.json ? forMachines(pattern, judgement) : forPeople(pattern, judgement));
};

/** Which digit plays each stroke, and how fast that can go. */
export const fingerCommand: Command = {
  name: 'finger',
  summary: 'cli.finger.summary',
  run,
};
