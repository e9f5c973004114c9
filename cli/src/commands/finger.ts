import { sayProblem } from '@fleet-wren/wording';
import {
  alternatives,
  ceilingFigure,
  digitMark,
  failure,
  judge,
  problem,
  schoolOf,
  success,
  whereIs,
  type Alternative,
  type Digit,
  type Judgement,
  type Pattern,
  type Result,
} from '@fleet-wren/core';
import type { Command, Request } from '../command.ts';

const forMachines = (pattern: Pattern, { digits, secondTime, cost, ceiling, troubles }: Judgement): string =>
  JSON.stringify({
    strokes: pattern.strokes.map(({ id, at, string }) => ({ at, string, digit: digits[id] ?? null })),
    ...(secondTime ? { secondTime: pattern.strokes.map(({ id }) => secondTime[id] ?? null) } : {}),
    cost: Number(cost.toFixed(6)),
    ceiling: ceiling && { bpm: Number(ceiling.bpm.toFixed(3)), cause: ceiling.cause },
    conflicts: troubles.map((trouble) => ({ code: trouble.code, message: sayProblem(trouble) })),
  });

const strokeLine = (pattern: Pattern, { digits }: Judgement, index: number): string => {
  const stroke = pattern.strokes[index];
  if (!stroke) return '';
  const digit = digits[stroke.id];
  const pinned = stroke.pin ? '  pinned' : '';
  return `  ${whereIs(pattern, stroke.at).padEnd(20)} string ${stroke.string}  ${markOf(digit)}${pinned}`;
};

const markOf = (digit: Digit | null | undefined): string => (digit ? digitMark(digit) : '–');

/** The digits of the second time round, where they are others. */
const secondTimeLine = ({ strokes }: Pattern, { secondTime }: Judgement): readonly string[] =>
  secondTime ? [`  the second time round  ${strokes.map(({ id }) => markOf(secondTime[id])).join(' ')}`] : [];

/** The ceiling and the troubles, in sentences. */
export const verdict = ({ ceiling, troubles }: Judgement): readonly string[] => [
  ceiling
    ? `Tempo ceiling ${ceilingFigure(ceiling.bpm)} a minute: ${ceiling.cause}.`
    : 'No stroke follows another, so there is no tempo ceiling.',
  ...troubles.map((trouble) => `! ${sayProblem(trouble)}`),
];

const forPeople = (pattern: Pattern, judgement: Judgement): string => {
  return [
    `${pattern.name}, ${schoolOf(pattern).name}, ${pattern.tempo} a minute`,
    ...pattern.strokes.map((_, index) => strokeLine(pattern, judgement, index)),
    ...secondTimeLine(pattern, judgement),
    ...verdict(judgement),
  ].join('\n');
};

const alternativesOf = ({ pattern, cycleTicks, hand, options }: Request): Result<string> => {
  const count = Number(options.k);
  if (!Number.isInteger(count) || count < 1 || count > 20)
    return failure(problem('usage', { problem: `--k wants a whole number from 1 to 20, not “${options.k}”.` }));
  const found = alternatives(pattern, count, { cycleTicks, hand });
  if (options.json)
    return success(
      JSON.stringify(
        found.map(({ digits, cost, trade }) => ({
          digits: pattern.strokes.map(({ id }) => digits[id] ?? null),
          cost: Number(cost.toFixed(6)),
          trade,
        })),
      ),
    );
  const line = ({ digits, trade }: Alternative): string =>
    `  ${pattern.strokes.map(({ id }) => digitMark(digits[id] ?? 'p')).join(' ')}   ${trade}`;
  return success([`${pattern.name}, ${pattern.tempo} a minute`, ...found.map(line)].join('\n'));
};

const run = (request: Request) => {
  const { pattern, cycleTicks, hand, options } = request;
  if (options.k !== undefined) return alternativesOf(request);
  const judgement = judge(pattern, { cycleTicks, hand });
  return success(options.json ? forMachines(pattern, judgement) : forPeople(pattern, judgement));
};

/** Which digit plays each stroke, and how fast that can go. */
export const finger: Command = {
  name: 'finger',
  summary: 'which digit plays each stroke, and how fast it can go',
  run,
};
