export * from './ticks.ts';
export * from './metre.ts';
export * from './tempo-mark.ts';
export * from './spoken-counts.ts';
export * from './local-day.ts';
