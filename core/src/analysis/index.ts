export * from './needs.ts';
export * from './ceiling.ts';
export * from './load.ts';
export { explain, type Explanation } from './explain.ts';
export type { Finding } from './findings.ts';
export * from './judge.ts';
