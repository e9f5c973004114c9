import { failure, problem, success, type Problem, type Result } from '../../errors/index.ts';
import { BEAT_UNITS } from '../../time/index.ts';
import {
  DIGITS,
  MARKS,
  ROLES,
  SLURS,
  byTimeThenString,
  problemsOfPattern,
  type MadeSchool,
  type Pattern,
} from '../../pattern/index.ts';
import { SCHOOLS_AND_VARIANTS, problemsOfMadeSchool } from '../../fingering/index.ts';
import { listOf, mapOf, number, object, oneOf, orNull, text, truth, whole, type Check } from './check.ts';
import { migrated } from './migrations.ts';

/** What the `format` field of our files says. */
export const PATTERN_FORMAT = 'fleet-wren-pattern';

/** The version of the format that this code writes; older ones are brought up to it. */
export const PATTERN_FORMAT_VERSION = 2;

/** The longest file that is read, in characters. */
export const LARGEST_FILE = 2_000_000;

const strokeCheck = object(
  { id: text, at: whole, string: whole },
  {
    pin: oneOf(DIGITS),
    fret: whole,
    slur: oneOf(SLURS),
    harmonic: object({ kind: oneOf(['natural', 'harp']), touch: whole }),
    loudness: oneOf(['soft', 'loud']),
    role: oneOf(ROLES),
    ...Object.fromEntries(MARKS.map((mark) => [mark, truth])),
  },
);

const ownSchoolCheck: Check = (value, path) => {
  const shape = object({
    id: text,
    name: text,
    base: text,
    digits: listOf(oneOf(DIGITS)),
    homes: mapOf(DIGITS, listOf(whole)),
    weights: mapOf(null, number),
  })(value, path);
  return shape.length > 0 ? shape : problemsOfMadeSchool(value as MadeSchool);
};

const schoolKeys = SCHOOLS_AND_VARIANTS.map(({ key }) => key);

const schoolCheck: Check = (value, path) =>
  typeof value === 'string' && value.startsWith('own:') ? [] : oneOf(schoolKeys)(value, path);

/** A pattern that names a school of the studio's own carries it. */
const carriedSchool = (value: unknown, path: string): readonly Problem[] => {
  const { school, ownSchool } = value as Pattern;
  const carried = !school.startsWith('own:') || school === `own:${ownSchool?.id}`;
  return carried
    ? []
    : [problem('field-wrong', { where: `${path}.ownSchool`, problem: 'the school that is named is not there' })];
};

const fieldsCheck = object(
  {
    name: text,
    metre: object({ beats: whole, unit: oneOf(BEAT_UNITS) }),
    bars: whole,
    subdivision: whole,
    tempo: number,
    instrument: object({ tuning: text, pitches: listOf(whole), capo: whole, frets: whole }),
    voicing: object({ chord: text, frets: listOf(orNull(whole)) }),
    school: schoolCheck,
    cyclic: truth,
    strokes: listOf(strokeCheck),
  },
  {
    divisions: listOf(object({ beat: whole, parts: whole })),
    swing: number,
    ownSchool: ownSchoolCheck,
    tags: listOf(text),
  },
);

const patternCheck: Check = (value, path) => {
  const fields = fieldsCheck(value, path);
  return fields.length > 0 ? fields : carriedSchool(value, path);
};

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

const readEnvelope = (value: unknown): Result<unknown> => {
  const envelope = (typeof value === 'object' && value !== null ? value : {}) as Record<string, unknown>;
  const { format, version } = envelope;
  if (format !== PATTERN_FORMAT) {
    const found = format === undefined ? 'nothing' : JSON.stringify(format).slice(0, 60);
    return failure(problem('not-ours', { format: PATTERN_FORMAT, value: found }));
  }
  if (Number.isInteger(version) && (version as number) > PATTERN_FORMAT_VERSION)
    return failure(problem('too-new', { value: version as number, known: PATTERN_FORMAT_VERSION }));
  const known = Array.from({ length: PATTERN_FORMAT_VERSION }, (_, index) => index + 1);
  const problems = object({ format: text, version: oneOf(known), pattern: () => [] })(value, '');
  return problems.length > 0 ? failure(...problems) : success(migrated(envelope.pattern, version as number));
};

/** Checks a value from outside and makes it a pattern, with every problem and its path. */
export const readPattern = (value: unknown): Result<Pattern> => {
  const shape = patternCheck(value, 'pattern');
  if (shape.length > 0) return failure(...shape);
  const raw = value as Pattern;
  const pattern: Pattern = { ...raw, strokes: [...raw.strokes].sort(byTimeThenString) };
  const problems = problemsOfPattern(pattern);
  return problems.length > 0 ? failure(...problems) : success(pattern);
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
