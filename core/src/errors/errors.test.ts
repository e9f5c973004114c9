import { readFileSync, readdirSync } from 'node:fs';
import { english } from '@fleet-wren/wording';
import { ERRORS, type ErrorCode } from './index.ts';

const root = new URL('../../../', import.meta.url);

const sources = (folder: string): string[] =>
  readdirSync(new URL(folder, root), { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.tsx?$/.test(file) && !/\.test\.|(registry|doors|backups)\.ts/.test(file))
    .map((file) => readFileSync(new URL(`${folder}/${file}`, root), 'utf8'));

const code = ['core/src', 'server/src', 'web/src', 'cli/src'].flatMap(sources).join('\n');

test.each(Object.keys(ERRORS) as ErrorCode[])('the code %s is used, is documented, and has its text', (key) => {
  expect([key, code.includes(`'${key}'`)]).toEqual([key, true]);
  expect(english[`error.${key}`]).toMatch(/^[A-Z{“].*[.?}]$/);
  expect(readFileSync(new URL('docs/errors.md', root), 'utf8')).toContain(`\`${key}\``);
});

test('the page of errors names no code that is gone', () => {
  const documented = [...readFileSync(new URL('docs/errors.md', root), 'utf8').matchAll(/^\| `([a-z-]+)`/gm)].map(
    (match) => match[1],
  );
  expect(documented.filter((key) => !(String(key) in ERRORS))).toEqual([]);
});
