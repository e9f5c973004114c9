export * from './random.ts';
export * from './plucked-string.ts';
export * from './playback.ts';
export * from './articulation.ts';
export * from './sounded-notes.ts';
