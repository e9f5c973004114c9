import { fileURLToPath } from 'node:url';

const swc = (decorators) => [
  '@swc/jest',
  {
    jsc: {
      parser: { syntax: 'typescript', decorators, tsx: true },
      transform: { legacyDecorator: decorators, decoratorMetadata: decorators, react: { runtime: 'automatic' } },
      target: 'es2022',
    },
    module: { type: 'es6' },
  },
];

const project = (name, decorators = false) => ({
  displayName: name,
  rootDir: name,
  testMatch: ['<rootDir>/src/**/*.test.ts', '<rootDir>/test/**/*.test.ts'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: { '^.+\\.tsx?$': swc(decorators) },
  setupFiles: [fileURLToPath(new URL('core/test/seeded.ts', import.meta.url))],
  testEnvironment: fileURLToPath(new URL('scripts/jest/environment.mjs', import.meta.url)),
  testEnvironmentOptions: { customExportConditions: ['fleet-wren-source', 'node', 'node-addons'] },
});

export default {
  projects: [project('core'), project('wording'), project('cli'), project('web'), project('server', true)],
};
