import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { getDocument, type PDFDocumentProxy } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { runCli, runCliSync } from '../run-cli.ts';

const folder = mkdtempSync(join(tmpdir(), 'wren-structure-'));
const roll = join(folder, 'roll.json');
writeFileSync(roll, runCliSync(['export', '--strings', '6 3 2 1', '--chord', 'Em', '--to', 'json']).output as string);

interface Node {
  readonly role?: string;
  readonly alt?: string;
  readonly children?: readonly Node[];
  readonly id?: string;
}

const read = async (...more: readonly string[]): Promise<PDFDocumentProxy> => {
  const { code, output } = await runCli(['sheet', roll, '--to', 'pdf', ...more]);
  expect(code).toBe(0);
  return getDocument({ data: Uint8Array.from(output as Uint8Array), verbosity: 0 }).promise;
};

/** What a reader of the structure reads of a page: of each part its kind, and its words or those in place of it. */
const readPage = async (document: PDFDocumentProxy, number: number): Promise<readonly string[]> => {
  const page = await document.getPage(number);
  const { items } = await page.getTextContent({ includeMarkedContent: true });
  const texts = new Map<string, string>();
  let inside = '';
  for (const item of items) {
    if ('str' in item) texts.set(inside, (texts.get(inside) ?? '') + item.str);
    else if (item.type === 'endMarkedContent') inside = '';
    else inside = 'id' in item ? (item.id as string) : '';
  }
  const textOf = ({ id, children = [] }: Node): string => (id ? (texts.get(id) ?? '') : children.map(textOf).join(''));
  const partsOf = (node: Node): readonly string[] =>
    /^(H1|H2|P|Figure)$/.test(node.role ?? '')
      ? [`${node.role}: ${node.alt ?? textOf(node)}`]
      : (node.children ?? []).flatMap(partsOf);
  const tree = (await page.getStructTree()) as Node | null;
  return tree ? partsOf(tree) : [];
};

// The structure as pdf.js reads it (package pdfjs-dist), a reader nobody here wrote.
test('a sheet is read in order: heading, facts, pictures by their words', async () => {
  const document = await read();
  expect(await document.getMarkInfo()).toMatchObject({ Marked: true });
  const parts = await readPage(document, 1);
  expect(parts[0]).toBe('H1: Figure');
  expect(parts[1]).toMatch(/^P: .* · 1\/4 · 80 bpm/);
  expect(parts[2]).toBe('Figure: Em 0 2 2 0 0 0');
  expect(parts[3]).toMatch(/^Figure: Tempos to tick off: \d+, /);
  expect(parts[4]).toBe(
    'Figure: Bar 1; beat 1, chord Em, thumb on open string 6; beat 1 e, index on open string 3; ' +
      'beat 1 &, middle on open string 2; beat 1 a, ring on open string 1',
  );
  expect(parts).toHaveLength(5);
});

test('moments of the hand are read by their words', async () => {
  const parts = await readPage(await read('--hand'), 1);
  expect(parts.slice(5)[0]).toMatch(/^Figure: beat 1: thumb plays 6/);
  expect(parts.slice(5).every((part) => part.startsWith('Figure: beat '))).toBe(true);
});

test('a book has one heading, its contents, and a heading for each piece', async () => {
  const document = await read(roll, '--name', 'Two rolls');
  const pages = await Promise.all([1, 2, 3, 4].map((number) => readPage(document, number)));
  const headings = pages.map((parts) => parts.filter((part) => part.startsWith('H')));
  expect(headings).toEqual([['H1: Two rolls'], ['H2: Contents'], ['H2: Figure'], ['H2: Figure']]);
  expect(pages[1]?.slice(1)).toEqual(['P: Figure 3', 'P: Figure 4']);
});

test('numbers of pages are no part of what is read', async () => {
  const document = await read(roll, '--name', 'Two rolls');
  const page = await document.getPage(3);
  const { items } = await page.getTextContent();
  const shown = items.map((item) => ('str' in item ? item.str : '')).join(' ');
  expect(shown).toMatch(/3/);
  expect((await readPage(document, 3)).join()).not.toContain('Two rolls');
});
