import { digitsInOrder, failure, judge, problem, schoolOf, success, writeMidi, writePatternFile, writeTab, type Pattern, type Result } from '@fleet-wren/core';
import type { Answer, Command, Request } from '../command.ts';

const tab = (pattern: Pattern): string => {
  return writeTab(pattern, digitsInOrder(pattern, judge(pattern)), schoolOf(pattern).name);
};

const WRITERS: Readonly<Record<string, (pattern: Pattern) => Answer>> = { tab, midi: writeMidi, json: writePatternFile };

const run = ({ pattern, options }: Request): Result<Answer> => {
  const known = Object.keys(WRITERS).join(', ');
  const write = WRITERS[options.to ?? ''];
  if (!write) return failure(problem('usage', { problem: `Say what to export to: --to ${known}.` }));
  return success(write(pattern));
};

/** A pattern as tablature, MIDI or our own JSON. */
export const exportPattern: Command = { name: 'export', summary: 'as tablature, MIDI or JSON: --to tab|midi|json', wholeBeats: true, run };
