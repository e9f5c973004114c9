export * from './ticks.ts';
export * from './spoken-counts.ts';
