import { digitMark, findSchool, judge, success, whereIs, type Judgement, type Pattern } from '@fleet-wren/core';
import type { Command, Request } from '../command.ts';

const forMachines = (pattern: Pattern, { digits, cost, ceiling, troubles }: Judgement): string =>
  JSON.stringify({
    strokes: pattern.strokes.map(({ id, at, string }) => ({ at, string, digit: digits[id] ?? null })),
    cost: Number(cost.toFixed(6)),
    ceiling: ceiling && { bpm: Number(ceiling.bpm.toFixed(3)), cause: ceiling.cause },
    conflicts: troubles.map(({ code, sentence }) => ({ code, sentence })),
  });

const strokeLine = (pattern: Pattern, { digits }: Judgement, index: number): string => {
  const stroke = pattern.strokes[index];
  if (!stroke) return '';
  const digit = digits[stroke.id];
  const pinned = stroke.pin ? '  pinned' : '';
  return `  ${whereIs(pattern, stroke.at).padEnd(20)} string ${stroke.string}  ${digit ? digitMark(digit) : '–'}${pinned}`;
};

/** The ceiling and the troubles, in sentences. */
export const verdict = ({ ceiling, troubles }: Judgement): readonly string[] => [
  ceiling ? `Tempo ceiling ${Math.floor(ceiling.bpm)} a minute: ${ceiling.cause}.` : 'No stroke follows another, so there is no tempo ceiling.',
  ...troubles.map(({ sentence }) => `! ${sentence}`),
];

const forPeople = (pattern: Pattern, judgement: Judgement): string => {
  const school = findSchool(pattern.school);
  return [
    `${pattern.name}, ${school.ok ? school.value.name : pattern.school}, ${pattern.tempo} a minute`,
    ...pattern.strokes.map((_, index) => strokeLine(pattern, judgement, index)),
    ...verdict(judgement),
  ].join('\n');
};

const run = ({ pattern, cycleTicks, options }: Request) => {
  const judgement = judge(pattern, { cycleTicks });
  return success(options.json ? forMachines(pattern, judgement) : forPeople(pattern, judgement));
};

/** Which digit plays each stroke, and how fast that can go. */
export const finger: Command = { name: 'finger', summary: 'which digit plays each stroke, and how fast it can go', run };
