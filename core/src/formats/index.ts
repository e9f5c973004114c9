export * from './figure/read.ts';
