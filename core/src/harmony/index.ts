export * from './voicing.ts';
export * from './open-shapes.ts';
export * from './chord-symbol.ts';
export * from './find-voicings.ts';
export * from './note-naming.ts';
export * from './chord-label.ts';
export * from './written-chord.ts';
export { fingerShape, type Barre, type ShapeFingering } from './finger-shape.ts';
export { findShapeMismatch, soundingSymbol, nameShape, type ShapeMismatch } from './shape-check.ts';
