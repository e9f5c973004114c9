import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';
import noSentences from './scripts/lint/no-sentences.js';

const LAYERS = ['core', 'wording', 'contract', 'server', 'web', 'cli', 'e2e'];

/** What server and web both build on. */
const SHARED = ['core', 'wording', 'contract'];

/** What the lower layers may use besides themselves: core knows the names of texts, and none of the texts. */
const MAY_USE = { wording: [], core: ['wording'], contract: ['core'], server: SHARED, web: SHARED };

export default tseslint.config(
  {
    ignores: [
      '**/dist',
      '**/dist-pseudo',
      '**/dist-types',
      '**/node_modules',
      'test-results',
      '.data',
      'core/src/examples.test.ts',
    ],
  },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    files: ['**/*.ts', '**/*.tsx'],
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      'no-nested-ternary': 'error',
      'max-lines': ['error', { max: 400 }],
      // Comments too; texts and patterns stand in one piece.
      'max-len': [
        'error',
        { code: 120, ignoreStrings: true, ignoreTemplateLiterals: true, ignoreRegExpLiterals: true, ignoreUrls: true },
      ],
      'max-lines-per-function': ['error', { max: 60, skipBlankLines: true, skipComments: true }],
    },
  },
  // Arrows go one way: wording uses nothing, core the types of wording, everything else may use both.
  ...LAYERS.map((layer) => ({
    files: [`${layer}/**/*.ts`, `${layer}/**/*.tsx`],
    ignores: ['**/*.test.ts', 'core/test/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: LAYERS.filter(
            (other) => other !== layer && !(MAY_USE[layer] ?? ['core', 'wording']).includes(other),
          ).flatMap((other) => [
            {
              group: [`@fleet-wren/${other}`, `@fleet-wren/${other}/*`, `**/${other}/src/**`],
              message: `${layer} may not use ${other}.`,
            },
          ]),
        },
      ],
    },
  })),
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'process',
        'fetch',
        'setTimeout',
        'setInterval',
        'performance',
        'console',
        'Buffer',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'A seeded source is a parameter.' },
        { object: 'Date', property: 'now', message: 'Time is a parameter.' },
      ],
      'no-restricted-syntax': [
        'error',
        { selector: 'ImportDeclaration[source.value!=/^\\./]', message: 'Core depends on nothing.' },
      ],
    },
  },
  // The names of texts, and what they take, are types of the catalogue.
  {
    files: ['core/src/message/message.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector:
            'ImportDeclaration[source.value!=/^\\./]:not([importKind="type"][source.value="@fleet-wren/wording"])',
          message: 'Core depends on the types of texts and on nothing else.',
        },
      ],
    },
  },
  // Notes are spelled, and sound is transformed, through a library: each in one place.
  ...[
    ['core/src/theory/spelled-note.ts', '@tonaljs\\/note'],
    ['core/src/take/signal/fft.ts', 'fft.js'],
  ].map(([file, library]) => ({
    files: [file],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: `ImportDeclaration[source.value!=/^(\\.|${library}$)/]`,
          message: 'Core depends on nothing else.',
        },
      ],
    },
  })),
  // Nest reads the classes that are injected from the types of parameters, so they are imported as values.
  { files: ['server/src/**/*.ts'], rules: { '@typescript-eslint/consistent-type-imports': 'off' } },
  {
    files: ['web/src/**/*.tsx', 'web/src/**/*.ts'],
    plugins: { 'react-hooks': reactHooks },
    rules: reactHooks.configs.recommended.rules,
  },
  // Only stores touch the database, and only through a scope of the studio that is signed in.
  {
    files: ['server/src/**/*.controller.ts', 'server/src/**/*.service.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ group: ['knex', '**/db/connection.ts'], message: 'Controllers and services ask a store.' }] },
      ],
    },
  },
  // No text of core or server reaches a screen: they pass on codes. Core may write two words nowhere but in names of
  // chord shapes, in the formats it writes, and where it reads what older versions stored as prose.
  {
    files: ['core/src/**/*.ts'],
    ignores: [
      '**/*.test.ts',
      'core/src/harmony/open-shapes.ts',
      'core/src/harmony/movable-shapes.ts',
      'core/src/practice/migration/stored-prose.ts',
      'core/src/formats/tab/**',
      'core/src/formats/midi/**',
      'core/src/formats/musicxml/**',
      'core/src/formats/lilypond/**',
      'core/src/formats/notation/notate-rhythm.ts',
      'core/src/formats/native/parse-pattern.ts',
    ],
    plugins: { wren: { rules: { 'no-sentences': noSentences } } },
    rules: { 'wren/no-sentences': ['error', { pattern: '[A-Za-z’]{2} +[A-Za-z]{2}' }] },
  },
  {
    files: ['server/src/**/*.ts'],
    ignores: ['server/src/demo/**', 'server/src/db/migrations/**'],
    plugins: { wren: { rules: { 'no-sentences': noSentences } } },
    rules: { 'wren/no-sentences': ['error', { pattern: '^\\s*[A-Z][^\\n]* [a-z]|[a-z] [a-z ]+[.!?]$' }] },
  },
  // What is read on a screen stands in the catalogue.
  {
    files: ['web/src/**/*.tsx'],
    rules: {
      'no-restricted-syntax': [
        'error',
        { selector: 'JSXText[value=/[A-Za-z]{2}/]', message: 'Texts are in the catalogue: say(…) or <Say>.' },
        {
          selector:
            'JSXAttribute[name.name=/^(label|title|alt|placeholder|hint|aria-label)$/] > Literal[value=/[A-Za-z]{2}/]',
          message: 'Texts are in the catalogue: say(…).',
        },
      ],
    },
  },
  // A component's markup is read line by line, one element each.
  {
    files: ['web/src/**/*.tsx'],
    rules: { 'max-lines-per-function': ['error', { max: 85, skipBlankLines: true, skipComments: true }] },
  },
  // A test's describe block or a bench's closure is long without being one thing to understand.
  {
    files: ['**/*.test.ts', 'e2e/**/*.ts', 'web/src/workspace/pattern-editor-store.ts', 'web/src/workspace/*.ts'],
    rules: { 'max-lines-per-function': 'off' },
  },
  {
    files: ['**/*.mjs', '**/*.js'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        fetch: 'readonly',
        setTimeout: 'readonly',
        clearTimeout: 'readonly',
        URL: 'readonly',
        performance: 'readonly',
        KeyboardEvent: 'readonly',
        document: 'readonly',
        window: 'readonly',
        MutationObserver: 'readonly',
        requestAnimationFrame: 'readonly',
        MessageChannel: 'readonly',
      },
    },
  },
  { files: ['**/*.test.ts', '**/test/**'], rules: { 'no-nested-ternary': 'off' } },
);
