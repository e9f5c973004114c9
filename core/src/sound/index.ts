export * from './random.ts';
export * from './plucked-string.ts';
export * from './playback.ts';
