export * from './errors/index.ts';
export * from './time/index.ts';
export * from './instrument/index.ts';
export * from './harmony/index.ts';
export * from './pattern/index.ts';
export * from './fingering/index.ts';
export * from './formats/index.ts';
