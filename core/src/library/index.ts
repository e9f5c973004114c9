export { PATTERN_LIBRARY, describeCounts, type LibraryPattern } from './pattern-library.ts';
export { GRIPS, SCHOOL_GUIDES, type SchoolDigit, type SchoolGuide } from './school-guide.ts';
