export { PATTERN_LIBRARY, countsAloud, type LibraryPattern } from '../library/pattern-library.ts';
