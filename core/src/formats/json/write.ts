import type { Pattern } from '../../pattern/index.ts';
import { PATTERN_FORMAT, PATTERN_FORMAT_VERSION } from './read.ts';

/**
 * A pattern as the text of a Fleet Wren file.
 * @example
 * writePatternFile(newPattern('Roll')).includes('"fleet-wren-pattern"') // => true
 */
export const writePatternFile = (pattern: Pattern): string =>
  `${JSON.stringify({ format: PATTERN_FORMAT, version: PATTERN_FORMAT_VERSION, pattern }, null, 2)}\n`;
