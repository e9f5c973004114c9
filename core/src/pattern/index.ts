export * from './digit.ts';
export * from './pattern.ts';
export * from './subdivisions.ts';
export { findSubdivisionGrid } from './subdivision-grid.ts';
export * from './sounding-pitch.ts';
export * from './ornaments.ts';
export * from './chord-changes.ts';
export * from './chord-roles.ts';
export * from './extract-pattern-bars.ts';
export * from './endings.ts';
export * from './scaled-frame.ts';
export * from './create-pattern.ts';
export * from './validate-pattern.ts';
export {
  formatBarStrokeId,
  formatStrokeReference,
  isMelodyStroke,
  parseBarIndex,
  parseStrokeReference,
  type StrokeReference,
} from './stroke-reference.ts';
