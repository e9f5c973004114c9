export { SHELF, countsAloud, type ShelfFigure } from './shelf.ts';
