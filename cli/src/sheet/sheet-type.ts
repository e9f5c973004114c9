import { createRequire } from 'node:module';
import type PDFDocument from 'pdfkit';

const require = createRequire(import.meta.url);

/** Ways a text is set. */
export type TextStyle = 'serif' | 'serif-bold' | 'serif-italic' | 'serif-bold-italic';

const WEIGHTS: Readonly<Record<TextStyle, readonly [own: string, fallback: string]>> = {
  serif: ['400-normal', 'DejaVuSerif'],
  'serif-bold': ['600-normal', 'DejaVuSerif-Bold'],
  'serif-italic': ['400-italic', 'DejaVuSerif-Italic'],
  'serif-bold-italic': ['600-italic', 'DejaVuSerif-BoldItalic'],
};

/** Scripts of our own type, the usual one first. */
const SCRIPTS = ['latin', 'latin-ext', 'vietnamese', 'greek', 'greek-ext', 'cyrillic', 'cyrillic-ext'] as const;

/** Files of a style in which a letter is looked for, one after another; the last has signs and arrows too. */
const filesOf = (style: TextStyle): readonly string[] => {
  const [own, fallback] = WEIGHTS[style];
  return [
    ...SCRIPTS.map((script) => `@fontsource/literata/files/literata-${script}-${own}.woff`),
    `dejavu-fonts-ttf/ttf/${fallback}.ttf`,
  ];
};

/** A stretch of a text that is set in one face. */
export interface TextRun {
  readonly text: string;
  readonly face: string;
}

interface Face {
  readonly name: string;
  readonly hasGlyphForCodePoint: (code: number) => boolean;
}

interface OpenedFont {
  readonly _font: { readonly font: { readonly hasGlyphForCodePoint: (code: number) => boolean } };
}

/** Letters that are shown: what has no shape in any type, as a joiner, is left aside. */
const isShown = (letter: string): boolean => /[\p{L}\p{M}\p{N}\p{P}\p{S}]/u.test(letter);

type Document = InstanceType<typeof PDFDocument>;

/** The type of a PDF: every text in our own as far as it has the letters, else in one that has nearly all there are. */
export class SheetType {
  private readonly document: Document;
  private readonly opened = new Map<string, Face>();

  constructor(document: Document) {
    this.document = document;
  }

  /** The name of a face, which is known to the document from then on. */
  open(style: TextStyle, index: number): string {
    return this.face(style, index).name;
  }

  /** A face that is registered when it is first asked for: most sheets need one of them. */
  private face(style: TextStyle, index: number): Face {
    const name = `${style}/${index}`;
    const known = this.opened.get(name);
    if (known) return known;
    this.document.registerFont(name, require.resolve(filesOf(style)[index] as string));
    const { font } = (this.document.font(name) as unknown as OpenedFont)._font;
    const face = { name, hasGlyphForCodePoint: (code: number) => font.hasGlyphForCodePoint(code) };
    this.opened.set(name, face);
    return face;
  }

  /** The face of a letter; undefined where none has it. */
  private faceOf(letter: string, style: TextStyle): string | undefined {
    const code = letter.codePointAt(0) as number;
    const index = filesOf(style).findIndex((_, at) => this.face(style, at).hasGlyphForCodePoint(code));
    return index < 0 ? undefined : this.face(style, index).name;
  }

  /** A text cut where its face changes; what is not shown stays in the face it stands in. */
  runs(text: string, style: TextStyle): readonly TextRun[] {
    const runs: TextRun[] = [];
    for (const letter of text) {
      const before = runs.at(-1);
      const own = isShown(letter) ? this.faceOf(letter, style) : before?.face;
      const face = own ?? this.face(style, 0).name;
      if (before?.face === face) runs[runs.length - 1] = { face, text: before.text + letter };
      else runs.push({ face, text: letter });
    }
    return runs;
  }

  /** Letters of a text that no face has, each once. */
  missing(text: string): readonly string[] {
    return [...new Set([...text].filter((letter) => isShown(letter) && this.faceOf(letter, 'serif') === undefined))];
  }

  /** How wide a text is at a size in points. */
  width(text: string, style: TextStyle, size: number): number {
    return this.runs(text, style).reduce(
      (sum, { face, text: part }) => sum + this.document.font(face).fontSize(size).widthOfString(part),
      0,
    );
  }

  /** Writes a paragraph where the document stands, lines broken at its margins. */
  paragraph(text: string, style: TextStyle, size: number): void {
    const runs = this.runs(text, style);
    runs.forEach(({ face, text: part }, index) => {
      this.document
        .font(face)
        .fontSize(size)
        .text(part, { continued: index < runs.length - 1 });
    });
  }

  /** Writes a line from a place on, in points from the upper left corner. */
  line(text: string, style: TextStyle, size: number, [x, y]: readonly [x: number, y: number]): void {
    let at = x;
    for (const { face, text: part } of this.runs(text, style)) {
      this.document.font(face).fontSize(size).text(part, at, y, { lineBreak: false });
      at += this.document.widthOfString(part);
    }
  }
}
