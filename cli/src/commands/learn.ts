import { say, sayMessage, saySentence } from '@fleet-wren/wording';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import {
  failure,
  learnSchool,
  success,
  type LearnedSchool,
  type Pattern,
  type Result,
  message,
} from '@fleet-wren/core';
import type { CommandOptions } from '../command.ts';
import { createUsageError, loadPattern, unreadable } from '../read-input.ts';
import { learnedForMachines } from '../machine-output.ts';

const filesIn = (folder: string): Result<readonly string[]> => {
  try {
    const names = readdirSync(folder).filter((name) => name.endsWith('.json'));
    return success(names.sort().map((name) => join(folder, name)));
  } catch (error) {
    return unreadable(folder, error);
  }
};

/** All patterns of a folder; a file that is none says which it is. */
const patternsIn = (folder: string): Result<readonly Pattern[]> => {
  const files = filesIn(folder);
  if (!files.ok) return files;
  const read = files.value.map(loadPattern);
  const problems = read.flatMap((one) => (one.ok ? [] : one.problems));
  return problems.length > 0 ? failure(...problems) : success(read.flatMap((one) => (one.ok ? [one.value] : [])));
};

const shownDigits = (digits: readonly (string | null)[]): string => digits.map((digit) => digit ?? '–').join(' ');

const forPeople = ({
  rules,
  weightChanges,
  pins,
  crossValidation,
  fingeringChanges,
  pinConflicts,
  againstRules,
}: LearnedSchool): string =>
  [
    say('cli.learn.fit', pins),
    crossValidation ? say('cli.learn.held-out', crossValidation) : say('cli.learn.no-held-out'),
    ...rules.map(saySentence),
    ...weightChanges.map(({ label, from, to }) =>
      say('cli.learn.penalty', { label: sayMessage(label), way: to > from ? 'up' : 'down', from, to }),
    ),
    ...fingeringChanges.map(
      ({ pattern, before, after }) => `${pattern.name}: ${shownDigits(before)} → ${shownDigits(after)}`,
    ),
    ...pinConflicts.map(saySentence),
    ...(againstRules > 0 ? [say('cli.learn.pins-against-rules', { count: againstRules })] : []),
  ].join('\n');

/** Learns a school from the pins of a folder of patterns. */
export const runLearn = (folder: string | undefined, options: CommandOptions): Result<string> => {
  if (folder === undefined) return createUsageError(message('cli.folder-missing'));
  const patterns = patternsIn(folder);
  if (!patterns.ok) return patterns;
  const learnt = learnSchool({
    base: options.base ?? 'one-per-string',
    name: options.name ?? say('cli.learn.default-name'),
    patterns: patterns.value,
  });
  if (!learnt.ok) return learnt;
  const { fingeringChanges, ...rest } = learnt.value;
  const plain = fingeringChanges.map(({ pattern, before, after }) => ({ pattern: pattern.name, before, after }));
  return success(
    options.json ? JSON.stringify({ ...learnedForMachines(rest), effects: plain }) : forPeople(learnt.value),
  );
};
