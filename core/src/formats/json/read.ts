import { failure, problem, success, type Problem, type Result } from '../../errors/index.ts';
import { object, oneOf, problemsBy, type Field, type Schema } from '../../fields/index.ts';
import { schoolProblems } from '../../fingering/index.ts';
import { byTimeThenString, problemsOfPattern, type Pattern } from '../../pattern/index.ts';
import { migratePattern } from './migrations.ts';
import { patternField } from './pattern-field.ts';

/** What the `format` field of our files says. */
export const PATTERN_FORMAT = 'fleet-wren-pattern';

/** The version of the format that this code writes; older ones are brought up to it. */
export const PATTERN_FORMAT_VERSION = 2;

/** The longest file that is read, in characters. */
export const LARGEST_FILE = 2_000_000;

/** Line and column (from 1) of a place in a text. */
const lineAndColumn = (source: string, position: number): { line: number; column: number } => {
  const before = source.slice(0, position).split('\n');
  return { line: before.length, column: (before[before.length - 1] ?? '').length + 1 };
};

const syntaxProblem = (source: string, message: string): Problem => {
  const position = /position (\d+)/.exec(message)?.[1];
  const at = lineAndColumn(source, position === undefined ? source.length : Number(position));
  const atEnd = position === undefined || Number(position) >= source.trimEnd().length;
  if (atEnd && /^\s*[{[]/.test(source)) return problem('truncated', at);
  return problem('not-json', { ...at, reason: source.trim() === '' ? 'it is empty' : 'something there is not JSON' });
};

const parse = (source: string): Result<unknown> => {
  try {
    return success(JSON.parse(source) as unknown);
  } catch (error) {
    return failure(syntaxProblem(source, String((error as Error).message)));
  }
};

const megabytes = (characters: number): string => `${(characters / 1_000_000).toFixed(1)} million characters`;

const VERSIONS = Array.from({ length: PATTERN_FORMAT_VERSION }, (_, index) => index + 1);

const fileField = (pattern: Field<unknown>) =>
  object({ format: oneOf([PATTERN_FORMAT]), version: oneOf(VERSIONS), pattern });

/**
 * The JSON Schema of a Fleet Wren file, from the same description as the reader's.
 * @example
 * typeof patternFileSchema() // => 'object'
 */
export const patternFileSchema = (): Schema => ({
  $schema: 'http://json-schema.org/draft-07/schema#',
  title: 'Fleet Wren pattern',
  description:
    'One picking-hand pattern. Times are whole ticks, 840 to the quarter note; strings count from 1 = highest-pitched.',
  ...fileField(patternField).schema,
});

const readEnvelope = (value: unknown): Result<unknown> => {
  const envelope = (typeof value === 'object' && value !== null ? value : {}) as Record<string, unknown>;
  const { format, version } = envelope;
  if (format !== PATTERN_FORMAT) {
    const found =
      typeof format === 'string' ? `"${format.slice(0, 60)}"` : format === undefined ? 'nothing' : 'no text';
    return failure(problem('not-ours', { format: PATTERN_FORMAT, value: found }));
  }
  if (Number.isInteger(version) && (version as number) > PATTERN_FORMAT_VERSION)
    return failure(problem('too-new', { value: version as number, known: PATTERN_FORMAT_VERSION }));
  const problems = problemsBy(fileField({ check: () => undefined, schema: {} }), value);
  return problems.length > 0 ? failure(...problems) : success(migratePattern(envelope.pattern, version as number));
};

/** Problems reported at the most: those that come first. */
const MOST = 20;

/**
 * Checks a value from outside and makes it a pattern; what is wrong is named with its path, at most twenty problems.
 * @example
 * readPattern({ name: 7 }).ok // => false
 */
export const readPattern = (value: unknown): Result<Pattern> => {
  const shape = problemsBy(patternField, value, 'pattern');
  if (shape.length > 0) return failure(...shape);
  const raw = value as Pattern;
  const pattern: Pattern = { ...raw, strokes: [...raw.strokes].sort(byTimeThenString) };
  const problems = [...problemsOfPattern(pattern), ...schoolProblems(pattern)];
  return problems.length > 0 ? failure(...problems.slice(0, MOST)) : success(pattern);
};

/**
 * Reads a pattern from the text of a Fleet Wren file.
 * Errors: `too-large`, `not-json`, `truncated`, `not-ours`, `too-new`, `field-wrong` and those of a pattern.
 * @example
 * readPatternFile('{"format": "other"}').ok // => false
 */
export const readPatternFile = (source: string): Result<Pattern> => {
  if (source.length > LARGEST_FILE)
    return failure(problem('too-large', { value: megabytes(source.length), most: megabytes(LARGEST_FILE) }));
  const parsed = parse(source.replace(/^\uFEFF/, ''));
  if (!parsed.ok) return parsed;
  const inner = readEnvelope(parsed.value);
  return inner.ok ? readPattern(inner.value) : inner;
};
