export * from './figure/read.ts';
export * from './json/read.ts';
export * from './json/write.ts';
export * from './midi/write.ts';
export * from './tab/write.ts';
