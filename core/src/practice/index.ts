export * from './tapping.ts';
