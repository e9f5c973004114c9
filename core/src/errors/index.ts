export * from './registry.ts';
export * from './problem.ts';
