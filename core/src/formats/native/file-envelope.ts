import { type Message, message } from '../../message/index.ts';
import { failure, createProblem, success, type Problem, type Result } from '../../errors/index.ts';
import { objectSchema, enumSchema, validateBySchema, type Schema } from '../../schema/index.ts';

/** The longest file that is read, in characters. */
export const MAX_FILE_CHARACTERS = 2_000_000;

/** What one of our files says it is, and the latest version of it that is known. */
export interface FileFormat {
  readonly format: string;
  readonly version: number;
}

/** Line and column (from 1) of a place in a text. */
const lineAndColumn = (source: string, position: number): { line: number; column: number } => {
  const before = source.slice(0, position).split('\n');
  return { line: before.length, column: (before[before.length - 1] ?? '').length + 1 };
};

/** Where a text stops being JSON by the engine's own words, its end when it only breaks off; undefined when untold. */
const toldPosition = (source: string): number | undefined => {
  try {
    JSON.parse(source);
    return source.length;
  } catch (error) {
    const said = String((error as Error).message);
    const position = /position (\d+)/.exec(said)?.[1];
    if (position !== undefined) return Number(position);
    return /^Unexpected end/.test(said) ? source.length : undefined;
  }
};

const onlyBreaksOff = (source: string): boolean => (toldPosition(source) ?? 0) >= source.length || source.trim() === '';

const slipsAt = (source: string, position: number): boolean =>
  onlyBreaksOff(source.slice(0, position)) && !onlyBreaksOff(source.slice(0, position + 1));

/** A first guess from the ten characters before the slip that the engine quotes; a guess only, -1 for none. */
const quotedPosition = (source: string): number => {
  try {
    JSON.parse(source);
    return -1;
  } catch (error) {
    const quoted = /\.\.\."([\s\S]+)"(?:\.\.\.)? is not/.exec(String((error as Error).message))?.[1];
    const start = quoted === undefined ? -1 : source.indexOf(quoted);
    return start < 0 ? -1 : start + 10;
  }
};

/**
 * The place of the slip: engines leave it out for a token out of place, so the longest beginning without it is sought.
 */
const slipPosition = (source: string): number => {
  const told = toldPosition(source);
  if (told !== undefined) return told;
  const guess = quotedPosition(source);
  if (guess > 0 && slipsAt(source, guess)) return guess;
  let [good, bad] = [0, source.length];
  while (bad - good > 1) {
    const middle = (good + bad) >> 1;
    if (onlyBreaksOff(source.slice(0, middle))) good = middle;
    else bad = middle;
  }
  return good;
};

const syntaxProblem = (source: string): Problem => {
  const position = slipPosition(source);
  const at = lineAndColumn(source, position);
  if (position >= source.trimEnd().length && /^\s*[{[]/.test(source)) return createProblem('truncated', at);
  return createProblem('not-json', {
    ...at,
    reason: message(source.trim() === '' ? 'file-problem.empty' : 'file-problem.not-json'),
  });
};

const parse = (source: string): Result<unknown> => {
  try {
    return success(JSON.parse(source) as unknown);
  } catch {
    return failure(syntaxProblem(source));
  }
};

const megabytes = (characters: number): Message =>
  message('size.million-characters', { millions: characters / 1_000_000 });

/** The envelope of a file: what it is, its version, and under one more name what it holds. */
export const createEnvelopeSchema = (kind: FileFormat, inner: Record<string, Schema<unknown>>) =>
  objectSchema({
    format: enumSchema([kind.format]),
    version: enumSchema(Array.from({ length: kind.version }, (_, index) => index + 1)),
    ...inner,
  });

const anything: Schema<unknown> = { check: () => undefined, schema: {} };

const opened = (kind: FileFormat, holds: string, value: unknown): Result<{ version: number; content: unknown }> => {
  const envelope = (typeof value === 'object' && value !== null ? value : {}) as Record<string, unknown>;
  const { format, version } = envelope;
  if (format !== kind.format) {
    const found =
      typeof format === 'string'
        ? `"${format.slice(0, 60)}"`
        : message(format === undefined ? 'file-problem.nothing' : 'file-problem.not-text');
    return failure(createProblem('not-ours', { format: kind.format, value: found }));
  }
  if (Number.isInteger(version) && (version as number) > kind.version)
    return failure(createProblem('too-new', { value: version as number, known: kind.version }));
  const problems = validateBySchema(createEnvelopeSchema(kind, { [holds]: anything }), value);
  return problems.length > 0 ? failure(...problems) : success({ version: version as number, content: envelope[holds] });
};

/**
 * Opens the text of one of our files: its version, and what it holds under the given name, unchecked. Errors:
 * `too-large`, `truncated`, `not-json`, `not-ours`, `too-new` and `field-wrong`, with line and column where they have
 * one.
 */
export const parseEnvelope = (
  kind: FileFormat,
  holds: string,
  source: string,
): Result<{ version: number; content: unknown }> => {
  if (source.length > MAX_FILE_CHARACTERS)
    return failure(
      createProblem('too-large', { value: megabytes(source.length), most: megabytes(MAX_FILE_CHARACTERS) }),
    );
  const parsed = parse(source.replace(/^\uFEFF/, ''));
  return parsed.ok ? opened(kind, holds, parsed.value) : parsed;
};
