export {
  PATTERN_LIBRARY as SHELF,
  countsAloud,
  type LibraryPattern as ShelfFigure,
} from '../library/pattern-library.ts';
