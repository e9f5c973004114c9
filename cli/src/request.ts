import { readFileSync, statSync } from 'node:fs';
import {
  LARGEST_FILE, SCHOOLS, failure, findSchool, patternLength, problem, problemsOfPattern, readFigure, readPatternFile, success,
  type Pattern, type Result,
} from '@fleet-wren/core';
import type { Command, Options, Request } from './command.ts';

const readText = (file: string): Result<string> => {
  try {
    const { size } = statSync(file);
    if (size > 4 * LARGEST_FILE)
      return failure(problem('too-large', { value: `${(size / 1e6).toFixed(1)} MB`, most: `${(LARGEST_FILE / 1e6).toFixed(1)} million characters` }));
    return success(readFileSync(file, 'utf8'));
  } catch (error) {
    return failure(problem('file-unreadable', { value: file, reason: (error as NodeJS.ErrnoException).code ?? 'unknown' }));
  }
};

const readFile = (file: string): Result<Pattern> => {
  const text = readText(file);
  return text.ok ? readPatternFile(text.value) : text;
};

const numberFlag = (name: string, text: string | undefined): Result<number | undefined> => {
  if (text === undefined) return success(undefined);
  const value = Number(text);
  return Number.isFinite(value) && text.trim() !== ''
    ? success(value)
    : failure(problem('usage', { problem: `--${name} wants a number, not “${text}”.` }));
};

/** The flags laid over the pattern, checked again. */
const withFlags = (pattern: Pattern, { school }: Options, tempo: number | undefined): Result<Pattern> => {
  const found = findSchool(school ?? pattern.school);
  if (!found.ok) return found;
  const changed = { ...pattern, school: found.value.key, tempo: tempo ?? pattern.tempo };
  const problems = problemsOfPattern(changed);
  return problems.length > 0 ? failure(...problems) : success(changed);
};

const usage = (): Result<never> =>
  failure(problem('usage', { problem: `Name a Fleet Wren file, or give a figure with --strings "6 3 2+1 2 3". Schools: ${SCHOOLS.map(({ key }) => key).join(', ')}.` }));

const figure = (command: Command, options: Options): Result<{ pattern: Pattern; cycleTicks: number }> => {
  const subdivision = numberFlag('subdivision', options.subdivision);
  if (!subdivision.ok) return subdivision;
  const { chord } = options;
  return readFigure(options.strings ?? '', { subdivision: subdivision.value, chord, wholeBeats: command.wholeBeats });
};

const source = (command: Command, file: string | undefined, options: Options): Result<{ pattern: Pattern; cycleTicks?: number }> => {
  if (options.strings !== undefined) return figure(command, options);
  if (file === undefined) return usage();
  const read = readFile(file);
  return read.ok ? success({ pattern: read.value }) : read;
};

/** Reads the pattern a command is about, from a file or from a figure on the command line. */
export const readRequest = (command: Command, file: string | undefined, options: Options): Result<Request> => {
  const tempo = numberFlag('tempo', options.tempo);
  if (!tempo.ok) return tempo;
  const found = source(command, file, options);
  if (!found.ok) return found;
  const pattern = withFlags(found.value.pattern, options, tempo.value);
  if (!pattern.ok) return pattern;
  if (pattern.value.strokes.length === 0) return failure(problem('pattern-empty'));
  return success({ pattern: pattern.value, cycleTicks: found.value.cycleTicks ?? patternLength(pattern.value), options });
};
