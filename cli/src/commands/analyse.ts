import {
  STRIKER_NAMES,
  causesOf,
  judge,
  severityWord,
  stepsText,
  studyStrings,
  success,
  type Judgement,
  type Load,
  type Pattern,
  type StringChange,
} from '@fleet-wren/core';
import type { Command, Request } from '../command.ts';
import { verdict } from './finger.ts';

const loadLine = ({ striker, strokes, rate, longestRest, free }: Load): string =>
  `  ${striker.padEnd(5)}${STRIKER_NAMES[striker].padEnd(15)}${String(strokes).padStart(4)} strokes, ${rate.toFixed(2)} a second, ` +
  `longest rest ${longestRest.toFixed(2)} s, free ${Math.round(free * 100)} %`;

const findingLines = (pattern: Pattern, { findings }: Judgement): readonly string[] =>
  findings.length === 0
    ? ['Nothing to mend.']
    : causesOf(pattern, findings).map(({ sentence, severity }) => `- ${sentence} (${severityWord(severity)})`);

const changeLine = ({ from, to, kinds }: StringChange): string => `  string ${from} to ${to}: ${stepsText(kinds)}`;

const run = ({ pattern, cycleTicks, hand, options }: Request) => {
  const judgement = judge(pattern, { cycleTicks, hand });
  const strings = studyStrings(pattern, judgement, { cycleTicks, hand });
  if (options.json) return success(JSON.stringify({ ...judgement, ...strings }));
  return success(
    [
      `${pattern.name}, ${pattern.tempo} a minute`,
      ...judgement.load.map(loadLine),
      ...strings.changes.map(changeLine),
      ...findingLines(pattern, judgement),
      ...verdict(judgement),
    ].join('\n'),
  );
};

/** How busy each digit is, what doubles or crosses, and what sets the ceiling. */
export const analyse: Command = {
  name: 'analyse',
  summary: 'how busy each digit is, what doubles or crosses, what sets the ceiling',
  run,
};
