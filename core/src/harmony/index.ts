export * from './voicing.ts';
export * from './shapes.ts';
export * from './symbol.ts';
export * from './voicings.ts';
export * from './naming.ts';
export * from './chord-label.ts';
