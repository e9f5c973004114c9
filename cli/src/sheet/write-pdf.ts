import { say } from '@fleet-wren/wording';
import { createRequire } from 'node:module';
import { failure, createProblem, success, type Problem, type Result, type Voicing } from '@fleet-wren/core';
import type { SheetContent } from './sheet-content.ts';

const require = createRequire(import.meta.url);

/** Points of an inch, and of a millimetre. */
const MM = 72 / 25.4;

/** Margins of a sheet, in points. */
const MARGINS = { top: 14 * MM, bottom: 16 * MM, left: 13 * MM, right: 13 * MM } as const;

/** Papers a sheet is printed on, as their names are known. */
export const PAPER_SIZES = { a4: { name: 'A4', width: 595.28 }, letter: { name: 'LETTER', width: 612 } } as const;

/** Points between the margins of a paper. */
export const printableWidth = (paper: keyof typeof PAPER_SIZES): number =>
  PAPER_SIZES[paper].width - MARGINS.left - MARGINS.right;

const FONTS = {
  serif: '400-normal',
  'serif-italic': '400-italic',
  'serif-bold': '600-normal',
  'serif-bold-italic': '600-italic',
} as const;

const sizeOf = (svg: string): readonly [width: number, height: number] => {
  const found = /viewBox="0 0 ([\d.]+) ([\d.]+)"/.exec(svg);
  return [Number(found?.[1] ?? 1), Number(found?.[2] ?? 1)];
};

const shapeWords = ({ chord, frets }: Voicing): string => `${chord} (${frets.map((fret) => fret ?? 'x').join(' ')})`;

const fontFor = (_family: string, bold: boolean, italic: boolean): string =>
  ['serif', ...(bold ? ['bold'] : []), ...(italic ? ['italic'] : [])].join('-');

/** Parts of a PDF library that a sheet is made with; they are large, and fetched when one is asked for. */
const libraries = async () => {
  const [{ default: PDFDocument }, { default: draw }] = await Promise.all([import('pdfkit'), import('svg-to-pdfkit')]);
  return { PDFDocument, draw };
};

type Document = InstanceType<Awaited<ReturnType<typeof libraries>>['PDFDocument']>;

const writeHead = (document: Document, { title, facts, shapes, tempos, remark }: SheetContent): void => {
  document.font('serif-bold').fontSize(20).text(title);
  document.font('serif').fontSize(10.5).text(facts);
  if (shapes.length > 0) document.fontSize(9.5).text(shapes.slice(0, 24).map(shapeWords).join('  ·  '));
  if (remark !== null) document.font('serif-italic').fontSize(9.5).text(remark).font('serif');
  document.moveDown(0.6);
  let x = document.page.margins.left;
  const y = document.y;
  for (const tempo of tempos) {
    document
      .roundedRect(x, y + 1, 9, 9, 2)
      .lineWidth(0.8)
      .stroke();
    document.fontSize(10.5).text(String(tempo), x + 13, y - 1.5, { lineBreak: false });
    x += 46;
    if (x > document.page.width - document.page.margins.right - 40) break;
  }
  document.x = document.page.margins.left;
  document.y = y + 24;
};

const numberPages = (document: Document, title: string): void => {
  const { start, count } = document.bufferedPageRange();
  for (let page = start; page < start + count; page += 1) {
    document.switchToPage(page);
    const { width, height, margins } = document.page;
    const { bottom } = margins;
    // Below the margin nothing may flow on to another page.
    margins.bottom = 0;
    document
      .font('serif')
      .fontSize(8.5)
      .text(say('cli.page-number', { title, page: page + 1, count }), margins.left, height - 11 * MM, {
        width: width - margins.left - margins.right,
        align: 'right',
        lineBreak: false,
      });
    margins.bottom = bottom;
  }
};

const collected = (document: Document): Promise<Uint8Array> =>
  new Promise((resolve, reject) => {
    const parts: Buffer[] = [];
    document.on('data', (part: Buffer) => parts.push(part));
    document.on('end', () => resolve(new Uint8Array(Buffer.concat(parts))));
    document.on('error', reject);
  });

/** The names of sections that stand in a system, in order. */
const sectionsIn = (svg: string, sections: readonly string[]): readonly string[] =>
  svg.includes('class="reh"') ? sections.filter((name) => svg.includes(`>${name}<`)) : [];

interface Type {
  hasGlyphForCodePoint: (code: number) => boolean;
}

/** Letters of a text that a type has no shape for, each once; what has no shape in any type is left aside. */
const missingFrom = (type: Type, text: string): readonly string[] => [
  ...new Set([...text].filter((letter) => /[\p{L}\p{N}\p{P}\p{S}]/u.test(letter) && !has(type, letter))),
];

const has = (type: Type, letter: string): boolean => type.hasGlyphForCodePoint(letter.codePointAt(0) as number);

/** All words a sheet says in its own type. */
const wordsOn = ({ title, facts, sections, shapes }: SheetContent): string =>
  [title, facts, ...sections, ...shapes.map(shapeWords)].join(' ');

const missingIn = (document: Document, content: SheetContent): Problem | undefined => {
  const { font } = (document.font('serif') as unknown as { readonly _font: { readonly font: Type } })._font;
  const missing = missingFrom(font, wordsOn(content));
  return missing.length > 0
    ? createProblem('letters-not-in-type', { letters: `“${missing.slice(0, 12).join('')}”` })
    : undefined;
};

/**
 * A sheet as a PDF: words over systems that are never broken over a page, bookmarks by section, its own type. Errors:
 * `letters-not-in-type` where it says something its type has no letters for.
 */
export const writePdf = async (
  content: SheetContent,
  systems: readonly string[],
  paper: keyof typeof PAPER_SIZES,
): Promise<Result<Uint8Array>> => {
  const { PDFDocument, draw } = await libraries();
  const document = new PDFDocument({
    size: PAPER_SIZES[paper].name,
    margins: MARGINS,
    bufferPages: true,
    pdfVersion: '1.7',
    tagged: true,
    displayTitle: true,
    lang: 'en',
    info: { Title: content.title, Creator: 'Fleet Wren' },
  });
  const done = collected(document);
  for (const [name, file] of Object.entries(FONTS))
    document.registerFont(name, require.resolve(`@fontsource/literata/files/literata-latin-${file}.woff`));
  const missing = missingIn(document, content);
  if (missing) return failure(missing);
  writeHead(document, content);
  const width = printableWidth(paper);
  let sections = content.sections;
  for (const svg of systems) {
    const [across, down] = sizeOf(svg);
    const height = (down * width) / across;
    if (document.y + height > document.page.height - MARGINS.bottom) document.addPage();
    for (const name of sectionsIn(svg, sections)) {
      document.outline.addItem(name);
      sections = sections.slice(sections.indexOf(name) + 1);
    }
    const { y } = document;
    draw(document, svg, MARGINS.left, y, { width, height, fontCallback: fontFor, warningCallback: () => undefined });
    document.x = MARGINS.left;
    document.y = y + height + 6;
  }
  numberPages(document, content.title);
  document.end();
  return success(await done);
};
