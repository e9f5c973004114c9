import { say } from '@fleet-wren/wording';
import {
  failure,
  createProblem,
  shareOutMeasures,
  success,
  type Problem,
  type Result,
  type Voicing,
} from '@fleet-wren/core';
import { drawChords } from './draw-chords.ts';
import type { HandPicture } from './hand-pictures.ts';
import type { SheetContent } from './sheet-content.ts';
import { SheetStructure } from './sheet-structure.ts';
import { SheetType } from './sheet-type.ts';
import { createFontChooser, withFaces } from './svg-text.ts';

/** Points of a millimetre. */
const MM = 72 / 25.4;

/** Margins of a sheet, in points. */
const MARGINS = { top: 14 * MM, bottom: 16 * MM, left: 13 * MM, right: 13 * MM } as const;

/** Papers a sheet is printed on, as their names are known. */
export const PAPER_SIZES = { a4: { name: 'A4', width: 595.28 }, letter: { name: 'LETTER', width: 612 } } as const;

/** A paper's name. */
export type PaperSize = keyof typeof PAPER_SIZES;

/** Points between the margins of a paper. */
export const printableWidth = (paper: PaperSize): number => PAPER_SIZES[paper].width - MARGINS.left - MARGINS.right;

/** A pattern or a song on paper: what is said, and the systems of its music as pictures. */
export interface EngravedSheet {
  readonly content: SheetContent;
  readonly systems: readonly string[];
}

/** How a PDF is made: its paper, whether for a left-handed player, and what it is bound as. */
export interface PdfOptions {
  readonly paper: PaperSize;
  readonly isLeftHanded?: boolean | undefined;
  readonly binding?: Binding;
}

/** What stands on the cover of a bound PDF. */
export interface Binding {
  readonly title: string;
  readonly line: string;
}

const sizeOf = (svg: string): readonly [width: number, height: number] => {
  const found = /viewBox="0 0 ([\d.]+) ([\d.]+)"/.exec(svg);
  return [Number(found?.[1] ?? 1), Number(found?.[2] ?? 1)];
};

/** Parts of a PDF library that a sheet is made with; they are large, and fetched when one is asked for. */
const libraries = async () => {
  const [{ default: PDFDocument }, { default: draw }] = await Promise.all([import('pdfkit'), import('svg-to-pdfkit')]);
  return { PDFDocument, draw };
};

type Libraries = Awaited<ReturnType<typeof libraries>>;
type Document = InstanceType<Libraries['PDFDocument']>;

/** A document that is written, in its type, on a paper. */
interface Writing {
  readonly document: Document;
  readonly draw: Libraries['draw'];
  readonly type: SheetType;
  readonly structure: SheetStructure;
  readonly width: number;
  readonly isLeftHanded: boolean;
}

/** Tempos with boxes to tick, in one line. */
const writeTempos = ({ document, type }: Writing, tempos: readonly number[]): void => {
  let x = document.page.margins.left;
  const { y } = document;
  for (const tempo of tempos) {
    document
      .roundedRect(x, y + 1, 9, 9, 2)
      .lineWidth(0.8)
      .stroke();
    type.line(String(tempo), 'serif', 10.5, [x + 13, y - 1.5]);
    x += 46;
    if (x > document.page.width - document.page.margins.right - 40) break;
  }
  document.x = document.page.margins.left;
  document.y = y + 24;
};

/** A shape in words: its frets from the lowest string up. */
const sayShape = ({ chord, frets }: Voicing): string => `${chord} ${frets.map((fret) => fret ?? 'x').join(' ')}`;

/** Shapes at the head of a piece at the most: more belong on a page of their own. */
const MOST_SHAPES = 24;

const writeHead = (
  writing: Writing,
  { title, facts, shapes, tempos, remark }: SheetContent,
  heading: 'H1' | 'H2',
): void => {
  const { type, document, structure } = writing;
  structure.part(heading, () => type.paragraph(title, 'serif-bold', 20));
  structure.part('P', () => type.paragraph(facts, 'serif', 10.5));
  const drawn = shapes.slice(0, MOST_SHAPES);
  if (drawn.length > 0)
    structure.part('Figure', () => drawChords(writing, drawn, writing.width), drawn.map(sayShape).join('; '));
  if (remark !== null) structure.part('P', () => type.paragraph(remark, 'serif-italic', 9.5));
  document.moveDown(0.6);
  const boxes = say('sheet.tempos-to-tick-off');
  structure.part('Figure', () => writeTempos(writing, tempos), `${boxes}: ${tempos.join(', ')}`);
};

/** The names of sections that stand in a system, in order. */
const sectionsIn = (svg: string, sections: readonly string[]): readonly string[] =>
  svg.includes('class="reh"') ? sections.filter((name) => svg.includes(`>${name}<`)) : [];

/** What a picture has that is not drawn is drawn without it. */
const warningCallback = (): void => undefined;

/** Pictures of the hand in a row, and points between them. */
const HAND_ROW = { count: 4, gap: 12, words: 8 } as const;

/** A row of moments of the hand with what happens in each; no row is broken over a page. */
const writeHandRow = ({ document, draw, type, structure, width }: Writing, row: readonly HandPicture[]): void => {
  const across = (width - (HAND_ROW.count - 1) * HAND_ROW.gap) / HAND_ROW.count;
  const [unitsAcross, unitsDown] = sizeOf(row[0]?.svg ?? '');
  const down = (across * unitsDown) / unitsAcross;
  document.font(type.open('serif', 0)).fontSize(HAND_ROW.words);
  const texts = row.map(({ place, words }) => `${place}: ${words}`);
  const height = down + 6 + Math.max(...texts.map((text) => document.heightOfString(text, { width: across })));
  if (document.y + height > document.page.height - MARGINS.bottom) document.addPage();
  const { y } = document;
  row.forEach(({ svg }, index) => {
    const x = MARGINS.left + index * (across + HAND_ROW.gap);
    const words = texts[index] ?? '';
    const picture = { width: across, height: down, fontCallback: createFontChooser(type), warningCallback };
    const drawMoment = (): void => {
      draw(document, svg, x, y, picture);
      document.font(type.open('serif', 0)).fontSize(HAND_ROW.words);
      document.text(words, x, y + down + 4, { width: across });
    };
    structure.part('Figure', drawMoment, words);
  });
  document.x = MARGINS.left;
  document.y = y + height + HAND_ROW.gap;
};

const writeHand = (writing: Writing, pictures: readonly HandPicture[]): void => {
  for (let from = 0; from < pictures.length; from += HAND_ROW.count)
    writeHandRow(writing, pictures.slice(from, from + HAND_ROW.count));
};

type Outline = Pick<Document['outline'], 'addItem'>;

/** A piece where the document stands: what is said of it, then systems that are never broken over a page. */
const writeSheet = (
  writing: Writing,
  { content, systems }: EngravedSheet,
  { outline, heading }: { readonly outline: Outline; readonly heading: 'H1' | 'H2' },
): void => {
  const { document, draw, type, structure, width } = writing;
  writeHead(writing, content, heading);
  const fontCallback = createFontChooser(type);
  const spoken = shareOutMeasures(systems, content.spoken);
  let { sections } = content;
  for (const [index, svg] of systems.entries()) {
    const [across, down] = sizeOf(svg);
    const height = (down * width) / across;
    if (document.y + height > document.page.height - MARGINS.bottom) document.addPage();
    for (const name of sectionsIn(svg, sections)) {
      outline.addItem(name);
      sections = sections.slice(sections.indexOf(name) + 1);
    }
    const { y } = document;
    const picture = { width, height, fontCallback, warningCallback };
    const drawSystem = (): void => draw(document, withFaces(svg, type), MARGINS.left, y, picture);
    structure.part('Figure', drawSystem, (spoken[index] ?? []).join('. '));
    document.x = MARGINS.left;
    document.y = y + height + 6;
  }
  writeHand(writing, content.hand);
};

/** Writes below the margin, where nothing may flow on to another page. */
const belowMargin = (document: Document, write: () => void): void => {
  const { margins } = document.page;
  const { bottom } = margins;
  margins.bottom = 0;
  write();
  margins.bottom = bottom;
};

const FOOT = 8.5;

const numberPages = ({ document, type, structure }: Writing, title: string, from: number): void => {
  const { start, count } = document.bufferedPageRange();
  for (let page = start + from; page < start + count; page += 1) {
    document.switchToPage(page);
    const { width, height, margins } = document.page;
    const words = say('cli.page-number', { title, page: page + 1, count });
    const x = width - margins.right - type.width(words, 'serif', FOOT);
    structure.aside(() => belowMargin(document, () => type.line(words, 'serif', FOOT, [x, height - 11 * MM])));
  }
};

const collected = (document: Document): Promise<Uint8Array> =>
  new Promise((resolve, reject) => {
    const parts: Buffer[] = [];
    document.on('data', (part: Buffer) => parts.push(part));
    document.on('end', () => resolve(new Uint8Array(Buffer.concat(parts))));
    document.on('error', reject);
  });

/** All words a sheet says in its own type. */
const wordsOn = ({ title, facts, sections, shapes }: SheetContent): string =>
  [title, facts, ...sections, ...shapes.map(({ chord }) => chord)].join(' ');

const missingLetters = (type: SheetType, words: string): Problem | undefined => {
  const missing = type.missing(words);
  return missing.length > 0
    ? createProblem('letters-not-in-type', { letters: `“${missing.slice(0, 12).join('')}”` })
    : undefined;
};

const open = ({ PDFDocument }: Libraries, title: string, paper: PaperSize): Document =>
  new PDFDocument({
    size: PAPER_SIZES[paper].name,
    margins: MARGINS,
    bufferPages: true,
    pdfVersion: '1.7',
    tagged: true,
    displayTitle: true,
    lang: 'en',
    info: { Title: title, Creator: 'Fleet Wren' },
  });

/** Where pieces of a document begin: their pages, from 0. */
interface Chapter {
  readonly title: string;
  readonly page: number;
}

const CONTENTS = { size: 11, line: 19 } as const;

/** Lines of contents on a page of some height, under its heading. */
const linesPerPage = (document: Document): number =>
  Math.floor((document.page.height - MARGINS.top - MARGINS.bottom - 40) / CONTENTS.line);

const writeCover = ({ document, type, structure }: Writing, { title, line }: Binding): void => {
  document.y = document.page.height * 0.34;
  structure.part('H1', () => type.paragraph(title, 'serif-bold', 34));
  document.moveDown(0.3);
  structure.part('P', () => type.paragraph(line, 'serif', 13));
};

/** A line of contents: what begins where, and a way there. */
const writeContentsLine = ({ document, type, structure }: Writing, { title, page }: Chapter, y: number): void => {
  const { left, right } = document.page.margins;
  const number = String(page + 1);
  const end = document.page.width - right;
  structure.part('P', () => {
    type.line(title, 'serif', CONTENTS.size, [left, y]);
    type.line(number, 'serif', CONTENTS.size, [end - type.width(number, 'serif', CONTENTS.size), y]);
  });
  document.goTo(left, y, end - left, CONTENTS.line, `chapter-${page}`);
};

const writeContents = (writing: Writing, chapters: readonly Chapter[], pages: readonly number[]): void => {
  const { document, type, structure } = writing;
  const most = linesPerPage(document);
  pages.forEach((page, index) => {
    document.switchToPage(page);
    structure.part('H2', () => type.line(say('sheet.contents'), 'serif-bold', 16, [MARGINS.left, MARGINS.top]));
    chapters
      .slice(index * most, (index + 1) * most)
      .forEach((chapter, line) => writeContentsLine(writing, chapter, MARGINS.top + 40 + line * CONTENTS.line));
  });
};

/** Pages that are kept free for the contents, before it is known what begins where. */
const reserveContents = ({ document }: Writing, count: number): readonly number[] =>
  Array.from({ length: Math.ceil(count / linesPerPage(document)) }, (_, index) => {
    document.addPage();
    return index + 1;
  });

const writeBook = (writing: Writing, sheets: readonly EngravedSheet[], binding: Binding): void => {
  const { document } = writing;
  writeCover(writing, binding);
  const pages = reserveContents(writing, sheets.length);
  const contents = writing.structure.reserve();
  const chapters = sheets.map((sheet): Chapter => {
    document.addPage();
    const page = document.bufferedPageRange().count - 1;
    const { title } = sheet.content;
    document.addNamedDestination(`chapter-${page}`);
    writeSheet(writing, sheet, { outline: document.outline.addItem(title), heading: 'H2' });
    return { title, page };
  });
  writeContents({ ...writing, structure: contents }, chapters, pages);
};

/**
 * Sheets as a PDF, in its own type, with bookmarks: one as it is, several bound, with a cover and contents. Errors:
 * `letters-not-in-type` where they say something no type has letters for.
 */
export const writePdf = async (
  sheets: readonly EngravedSheet[],
  { paper, isLeftHanded = false, binding }: PdfOptions,
): Promise<Result<Uint8Array>> => {
  const libs = await libraries();
  const title = binding?.title ?? sheets[0]?.content.title ?? '';
  const document = open(libs, title, paper);
  const done = collected(document);
  const type = new SheetType(document);
  const missing = missingLetters(type, [title, ...sheets.map(({ content }) => wordsOn(content))].join(' '));
  if (missing) return failure(missing);
  const structure = SheetStructure.begin(document);
  const writing: Writing = { document, draw: libs.draw, type, structure, width: printableWidth(paper), isLeftHanded };
  if (binding) writeBook(writing, sheets, binding);
  else sheets.forEach((sheet) => writeSheet(writing, sheet, { outline: document.outline, heading: 'H1' }));
  numberPages(writing, title, binding ? 1 : 0);
  structure.end();
  document.end();
  return success(await done);
};
