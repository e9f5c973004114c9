export * from './ticks.ts';
export * from './counts.ts';
