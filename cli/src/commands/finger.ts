import { sayProblem, say, sayLabel, sayMessage } from '@fleet-wren/wording';
import {
  listAlternativeFingerings,
  ceilingFigure,
  digitSymbol,
  failure,
  analysePattern,
  createProblem,
  resolveSchoolOrThrow,
  success,
  whereIs,
  type AlternativeFingering,
  type Digit,
  type PatternAnalysis,
  type Pattern,
  type Result,
  message,
} from '@fleet-wren/core';
import type { Command, Request } from '../command.ts';

const forMachines = (
  pattern: Pattern,
  { digits, secondPassDigits: secondTime, cost, limit: ceiling, warnings: troubles }: PatternAnalysis,
): string =>
  JSON.stringify({
    strokes: pattern.strokes.map(({ id, at, string }) => ({ at, string, digit: digits[id] ?? null })),
    ...(secondTime ? { secondTime: pattern.strokes.map(({ id }) => secondTime[id] ?? null) } : {}),
    cost: Number(cost.toFixed(6)),
    ceiling: ceiling && { bpm: Number(ceiling.maxTempo.toFixed(3)), cause: sayMessage(ceiling.code) },
    conflicts: troubles.map((trouble) => ({ code: trouble.code, message: sayProblem(trouble) })),
  });

const strokeLine = (pattern: Pattern, { digits }: PatternAnalysis, index: number): string => {
  const stroke = pattern.strokes[index];
  if (!stroke) return '';
  const digit = digits[stroke.id];
  const pinned = stroke.pin ? `  ${say('cli.pinned')}` : '';
  const place = sayMessage(whereIs(pattern, stroke.at)).padEnd(20);
  return `  ${place} ${say('cli.string', { string: stroke.string })}  ${markOf(digit)}${pinned}`;
};

const markOf = (digit: Digit | null | undefined): string => (digit ? digitSymbol(digit) : '–');

/** The digits of the second time round, where they are others. */
const secondTimeLine = ({ strokes }: Pattern, { secondPassDigits: secondTime }: PatternAnalysis): readonly string[] =>
  secondTime
    ? [`  ${say('cli.second-pass', { marks: strokes.map(({ id }) => markOf(secondTime[id])).join(' ') })}`]
    : [];

/** The ceiling and the troubles, in sentences. */
export const verdict = ({ limit: ceiling, warnings: troubles }: PatternAnalysis): readonly string[] => [
  ceiling
    ? say('cli.max-tempo', { max: ceilingFigure(ceiling.maxTempo), limit: sayMessage(ceiling.code) })
    : say('cli.no-max-tempo'),
  ...troubles.map((trouble) => `! ${sayProblem(trouble)}`),
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
    ...verdict(judgement),
  ].join('\n');
};

const alternativesOf = ({ pattern, cycleTicks, hand, options }: Request): Result<string> => {
  const count = Number(options.k);
  if (!Number.isInteger(count) || count < 1 || count > 20)
    return failure(createProblem('usage', { problem: message('cli.count-invalid', { value: options.k ?? '' }) }));
  const found = listAlternativeFingerings(pattern, count, { loopTicks: cycleTicks, hand });
  if (options.json)
    return success(
      JSON.stringify(
        found.map(({ digits, cost, tradeOff: trade }) => ({
          digits: pattern.strokes.map(({ id }) => digits[id] ?? null),
          cost: Number(cost.toFixed(6)),
          trade: sayMessage(trade),
        })),
      ),
    );
  const line = ({ digits, tradeOff: trade }: AlternativeFingering): string =>
    `  ${pattern.strokes.map(({ id }) => digitSymbol(digits[id] ?? 'p')).join(' ')}   ${sayMessage(trade)}`;
  return success(
    [say('cli.pattern-title', { name: pattern.name, tempo: pattern.tempo }), ...found.map(line)].join('\n'),
  );
};

const run = (request: Request) => {
  const { pattern, cycleTicks, hand, options } = request;
  if (options.k !== undefined) return alternativesOf(request);
  const judgement = analysePattern(pattern, { loopTicks: cycleTicks, hand });
  return success(options.json ? forMachines(pattern, judgement) : forPeople(pattern, judgement));
};

/** Which digit plays each stroke, and how fast that can go. */
export const finger: Command = {
  name: 'finger',
  summary: 'cli.finger.summary',
  run,
};
