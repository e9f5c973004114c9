import { say } from '@fleet-wren/wording';
import { readFileSync, statSync } from 'node:fs';
import {
  applySchoolSlurs,
  resolveSchoolOrThrow,
  ABLE_ADULT_HAND,
  HAND_PRESETS,
  MAX_FILE_CHARACTERS,
  SCHOOLS,
  failure,
  createHandProfile,
  findSchool,
  patternLength,
  createProblem,
  validatePattern,
  parseStringNotation,
  parsePatternFile,
  success,
  type HandProfile,
  type Pattern,
  type Problem,
  type Result,
  message,
  type Message,
} from '@fleet-wren/core';
import type { Command, CommandOptions, CommandInput } from './command.ts';

/** A command that was not given as it is meant: says how. */
export const createUsageError = (said: Message): Result<never> => failure(createProblem('usage', { problem: said }));

const megabytes = (bytes: number): Message => message('size.megabytes', { megabytes: bytes / 1e6 });

/** Why the system did not do what was asked, by its own code. */
const reasonOf = (error: unknown): string | Message =>
  (error as NodeJS.ErrnoException).code ?? message('cli.unknown-reason');

/** A file or a folder that could not be read. */
export const unreadable = (path: string, error: unknown): Result<never> =>
  failure(createProblem('file-unreadable', { value: path, reason: reasonOf(error) }));

/** A file or a folder that could not be written. */
export const unwritable = (path: string, error: unknown): Problem =>
  createProblem('usage', { problem: message('cli.out-unwritable', { value: path, reason: reasonOf(error) }) });

/** Whether a path is that of a folder. */
export const isFolder = (path: string | undefined): path is string =>
  path !== undefined && Boolean(statSync(path, { throwIfNoEntry: false })?.isDirectory());

/** The bytes of a file that is no larger than so many. */
export const readBytes = (file: string, most = Infinity): Result<Uint8Array> => {
  try {
    const { size } = statSync(file);
    if (size > most) return failure(createProblem('too-large', { value: megabytes(size), most: megabytes(most) }));
    return success(new Uint8Array(readFileSync(file)));
  } catch (error) {
    return unreadable(file, error);
  }
};

/** The text of a file, as far as it is not too long to be one of ours. */
export const readText = (file: string): Result<string> => {
  try {
    const { size } = statSync(file);
    if (size > 4 * MAX_FILE_CHARACTERS)
      return failure(
        createProblem('too-large', {
          value: megabytes(size),
          most: message('size.million-characters', { millions: MAX_FILE_CHARACTERS / 1e6 }),
        }),
      );
    return success(readFileSync(file, 'utf8'));
  } catch (error) {
    return unreadable(file, error);
  }
};

/** The pattern in a file. */
export const loadPattern = (file: string): Result<Pattern> => {
  const text = readText(file);
  return text.ok ? parsePatternFile(text.value) : text;
};

const numberFlag = (name: string, text: string | undefined): Result<number | undefined> => {
  if (text === undefined) return success(undefined);
  const value = Number(text);
  return Number.isFinite(value) && text.trim() !== ''
    ? success(value)
    : createUsageError(message('cli.number-invalid', { name, value: text }));
};

const keyOf = (school: string): Result<string> => {
  const found = findSchool(school);
  return found.ok ? success(found.value.key) : found;
};

/** The flags laid over the pattern, checked again. */
const withFlags = (pattern: Pattern, { school, line }: CommandOptions, tempo: number | undefined): Result<Pattern> => {
  // Without a flag the school stays, which may be one the pattern carries.
  const found = school === undefined ? success(pattern.school) : keyOf(school);
  if (!found.ok) return found;
  const changed = {
    ...pattern,
    school: found.value,
    tempo: tempo ?? pattern.tempo,
    cyclic: line ? false : pattern.cyclic,
  };
  // As on the bench: who chooses a school that slurs has the notes slurred.
  const strokes = school === undefined ? pattern.strokes : applySchoolSlurs(changed, resolveSchoolOrThrow(changed));
  const problems = validatePattern({ ...changed, strokes });
  return problems.length > 0 ? failure(...problems) : success({ ...changed, strokes });
};

const usage = (): Result<never> =>
  createUsageError(message('cli.input-missing', { known: SCHOOLS.map(({ key }) => key).join(', ') }));

const figure = (command: Command, options: CommandOptions): Result<{ pattern: Pattern; loopTicks: number }> => {
  const subdivision = numberFlag('subdivision', options.subdivision);
  if (!subdivision.ok) return subdivision;
  const { chord } = options;
  const named = { name: say('cli.untitled-figure'), chord, wholeBeats: command.wholeBeats };
  return parseStringNotation(options.strings ?? '', { subdivision: subdivision.value, ...named });
};

const source = (
  command: Command,
  file: string | undefined,
  options: CommandOptions,
): Result<{ pattern: Pattern; loopTicks?: number }> => {
  if (options.strings !== undefined) return figure(command, options);
  if (file === undefined) return usage();
  const read = loadPattern(file);
  return read.ok ? success({ pattern: read.value }) : read;
};

interface HandFile {
  readonly name?: string;
  readonly scale?: Record<string, number>;
  readonly times?: Record<string, number>;
}

const parseHand = (file: string, text: string): Result<HandProfile> => {
  try {
    const { name, scale, times } = JSON.parse(text) as HandFile;
    return createHandProfile({ key: file, name: name ?? file, scale, times });
  } catch {
    return failure(createProblem('file-unreadable', { value: file, reason: message('cli.not-json') }));
  }
};

/** A hand by its name, or from a file. */
const readHand = (profile: string | undefined): Result<HandProfile> => {
  if (profile === undefined) return success(ABLE_ADULT_HAND);
  const known = HAND_PRESETS.find(({ key }) => key === profile);
  if (known) return success(known);
  const text = readText(profile);
  return text.ok ? parseHand(profile, text.value) : text;
};

/** Reads the pattern a command is about, from a file or from a figure on the command line. */
export const readCommandInput = (
  command: Command,
  file: string | undefined,
  options: CommandOptions,
): Result<CommandInput> => {
  const tempo = numberFlag('tempo', options.tempo);
  if (!tempo.ok) return tempo;
  const found = source(command, file, options);
  if (!found.ok) return found;
  const pattern = withFlags(found.value.pattern, options, tempo.value);
  if (!pattern.ok) return pattern;
  if (pattern.value.strokes.length === 0) return failure(createProblem('pattern-empty'));
  const hand = readHand(options.profile);
  if (!hand.ok) return hand;
  return success({
    pattern: pattern.value,
    hand: hand.value,
    loopTicks: found.value.loopTicks ?? patternLength(pattern.value),
    options,
  });
};
