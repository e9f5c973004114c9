export * from './error-registry.ts';
export * from './problem.ts';
