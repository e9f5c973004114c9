import { readFileSync, readdirSync } from 'node:fs';
import * as core from './index.ts';

interface Example {
  readonly file: string;
  readonly expression: string;
  readonly expected: string;
}

const folder = new URL('./', import.meta.url);

/** The comment lines behind `@example`, up to the end of the comment or the next tag. */
const BLOCKS = /^ \* @example\n((?: \*(?! @|\/).*\n)+)/gm;

/** An expression, which may go over several lines, and what it comes to. */
const EXAMPLES = /([^]+?)\s\/\/ => (.+)\n/g;

const examplesOf = (file: string): Example[] =>
  [...readFileSync(new URL(file, folder), 'utf8').matchAll(BLOCKS)].flatMap(([, block = '']) =>
    [...block.replace(/^ \* ?/gm, '').matchAll(EXAMPLES)].map(([, expression = '', expected = '']) => ({
      file,
      expression: expression.trim(),
      expected,
    })),
  );

const examples = readdirSync(folder, { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts'))
  .flatMap(examplesOf);

/** Runs an expression with everything core exports in scope. */
const run = (expression: string): unknown => {
  const names = Object.keys(core);
  return new Function(...names, `return (${expression});`)(...Object.values(core)) as unknown;
};

test('there are examples to run', () => {
  expect(examples.length).toBeGreaterThan(40);
});

test.each(examples)('$file: $expression', ({ expression, expected }) => {
  expect(run(expression)).toEqual(run(expected));
});

/** Functions that take other functions or parsers, and so cannot be called in a line. */
const WITHOUT: readonly string[] = [
  'importMusicXml',
  'parseMusicXmlText',
  'importPattern',
  'importSong',
  'importSongOrChart',
  'importForLibrary',
  'parseFile',
  'createUnzipper',
];

const isPlain = (name: string): boolean =>
  typeof core[name as keyof typeof core] === 'function' && !WITHOUT.includes(name);

test.each(Object.keys(core).filter(isPlain))('%s has an example that calls it', (name) => {
  const called = new RegExp(`\\b${name}\\(`);
  expect(examples.some(({ expression }) => called.test(expression))).toBe(true);
});
