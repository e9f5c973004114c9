import {
  digitsInOrder,
  failure,
  judge,
  problem,
  schoolOf,
  success,
  writeMidi,
  writeMusicXml,
  writePatternFile,
  writeTab,
  type Pattern,
  type Result,
} from '@fleet-wren/core';
import type { Answer, Command, Request } from '../command.ts';

const tab = (pattern: Pattern): string => {
  return writeTab(pattern, digitsInOrder(pattern, judge(pattern)), schoolOf(pattern).name);
};

const score = (pattern: Pattern): string => writeMusicXml(pattern, digitsInOrder(pattern, judge(pattern)));

const WRITERS: Readonly<Record<string, (pattern: Pattern) => Answer>> = {
  tab,
  midi: writeMidi,
  json: writePatternFile,
  musicxml: score,
};

const run = ({ pattern, options }: Request): Result<Answer> => {
  const known = Object.keys(WRITERS).join(', ');
  const write = WRITERS[options.to ?? ''];
  if (!write) return failure(problem('usage', { problem: `Say what to export to: --to ${known}.` }));
  return success(write(pattern));
};

/** A pattern as tablature, MIDI, MusicXML or our own JSON. */
export const exportPattern: Command = {
  name: 'export',
  summary: 'as tablature, MIDI, MusicXML or JSON: --to tab|midi|musicxml|json',
  wholeBeats: true,
  run,
};
