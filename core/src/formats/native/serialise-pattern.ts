import type { Pattern } from '../../pattern/index.ts';
import { PATTERN_FORMAT, PATTERN_FORMAT_VERSION } from './parse-pattern.ts';

/**
 * A pattern as the text of a Fleet Wren file.
 * @example
 * serialisePattern(createPattern('Roll')).includes('"fleet-wren-pattern"') // => true
 */
export const serialisePattern = (pattern: Pattern): string =>
  `${JSON.stringify({ format: PATTERN_FORMAT, version: PATTERN_FORMAT_VERSION, pattern }, null, 2)}\n`;
