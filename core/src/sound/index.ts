export * from './random.ts';
export * from './pluck.ts';
export * from './playback.ts';
