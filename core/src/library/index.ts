export { PATTERN_LIBRARY, describeCounts, type LibraryPattern } from './pattern-library.ts';
