export * from './ticks.ts';
export * from './spoken-counts.ts';
export * from './local-day.ts';
