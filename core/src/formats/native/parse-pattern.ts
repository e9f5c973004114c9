import { failure, success, type Result } from '../../errors/index.ts';
import { validateBySchema, type JsonSchema } from '../../schema/index.ts';
import { validateSchoolReference } from '../../fingering/index.ts';
import { compareByTimeThenString, validatePattern, withSoundEndings, type Pattern } from '../../pattern/index.ts';
import { createEnvelopeSchema, parseEnvelope, type FileFormat } from './file-envelope.ts';
import { migratePattern } from './migrate-pattern.ts';
import { patternSchema } from './pattern-schema.ts';

/** What the `format` field of our files says. */
export const PATTERN_FORMAT = 'fleet-wren-pattern';

/** The version of the format that this code writes; older ones are brought up to it. */
export const PATTERN_FORMAT_VERSION = 2;

const PATTERN_FILE: FileFormat = { format: PATTERN_FORMAT, version: PATTERN_FORMAT_VERSION };

/**
 * The JSON Schema of a Fleet Wren file, from the same description as the reader's.
 * @example
 * typeof createPatternFileSchema() // => 'object'
 */
export const createPatternFileSchema = (): JsonSchema => ({
  $schema: 'http://json-schema.org/draft-07/schema#',
  title: 'Fleet Wren pattern',
  description:
    'One picking-hand pattern. Times are whole ticks, 840 to the quarter note; strings count from 1 = highest-pitched.',
  ...createEnvelopeSchema(PATTERN_FILE, { pattern: patternSchema }).schema,
});

/** Problems reported at the most: those that come first. */
const MOST = 20;

/**
 * Checks a value from outside and makes it a pattern; what is wrong is named with its path, at most twenty problems.
 * @example
 * parsePattern({ name: 7 }).ok // => false
 */
export const parsePattern = (value: unknown): Result<Pattern> => {
  const shape = validateBySchema(patternSchema, value, 'pattern');
  if (shape.length > 0) return failure(...shape);
  const raw = value as Pattern;
  const pattern: Pattern = { ...raw, strokes: [...raw.strokes].sort(compareByTimeThenString) };
  const problems = [...validatePattern(pattern), ...validateSchoolReference(pattern)];
  return problems.length > 0 ? failure(...problems.slice(0, MOST)) : success(withSoundEndings(pattern));
};

/**
 * Reads a pattern from the text of a Fleet Wren file.
 * Errors: `too-large`, `not-json`, `truncated`, `not-ours`, `too-new`, `field-wrong` and those of a pattern.
 * @example
 * parsePatternFile('{"format": "other"}').ok // => false
 */
export const parsePatternFile = (source: string): Result<Pattern> => {
  const file = parseEnvelope(PATTERN_FILE, 'pattern', source);
  return file.ok ? parsePattern(migratePattern(file.value.content, file.value.version)) : file;
};
