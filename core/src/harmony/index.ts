export * from './voicing.ts';
export * from './shapes.ts';
