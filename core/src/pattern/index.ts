export * from './digit.ts';
export * from './pattern.ts';
export * from './create.ts';
export * from './problems.ts';
export * from './edit.ts';
