import { readFileSync } from 'node:fs';
import { join } from 'node:path';

const ROOT = join(import.meta.dirname, '../..');
const read = (path: string): string => readFileSync(join(ROOT, path), 'utf8');

interface Lock {
  readonly packages: Readonly<
    Record<string, { readonly version?: string; readonly dev?: true; readonly link?: true; readonly optional?: true }>
  >;
}

/** What ships, by the lock file: name and version of each package that is not for development alone. */
const shipped = Object.entries((JSON.parse(read('package-lock.json')) as Lock).packages)
  .filter(([path, { dev, link, optional }]) => path.includes('node_modules/') && !dev && !link && !optional)
  .map(([path, { version }]) => `${path.split('node_modules/').at(-1)} ${version}`);

test('every package that ships stands on the page of licences and in the application, and no other', () => {
  const page = [...read('docs/licences.md').matchAll(/^\| `([^`]+)`\s*\| (\S+)\s*\|/gm)].map(
    ([, name, version]) => `${name} ${version}`,
  );
  const { packages, texts } = JSON.parse(read('web/public/licences.json')) as {
    readonly packages: readonly { readonly name: string; readonly version: string; readonly text: number }[];
    readonly texts: readonly string[];
  };
  const wanted = [...new Set(shipped)].sort();
  expect([...page].sort()).toEqual(wanted);
  expect(packages.map(({ name, version }) => `${name} ${version}`).sort()).toEqual(wanted);
  expect(packages.every(({ text }) => texts[text] !== undefined)).toBe(true);
});

test('what is under the LGPL says where its source is and that it can be replaced', () => {
  const [line = ''] = read('docs/licences.md').match(/^.*LGPL.*$/m) ?? [];
  expect(line).toMatch(/verovio.*can be replaced.*source/);
});
