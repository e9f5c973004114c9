export * from './digit.ts';
export * from './pattern.ts';
export * from './slots.ts';
export * from './sounding.ts';
export * from './roles.ts';
export * from './create.ts';
export * from './problems.ts';
