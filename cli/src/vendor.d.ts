declare module 'verovio/wasm' {
  const createModule: () => Promise<unknown>;
  export default createModule;
}

declare module 'verovio/esm' {
  /** As much of the engraver as sheets need. */
  export class VerovioToolkit {
    constructor(module: unknown);
    setOptions(options: Readonly<Record<string, unknown>>): void;
    loadData(data: string): boolean;
    getPageCount(): number;
    renderToSVG(page: number): string;
  }
}

declare module 'svg-to-pdfkit' {
  import type PDFDocument from 'pdfkit';
  interface Options {
    readonly width: number;
    readonly height: number;
    readonly fontCallback: (family: string, bold: boolean, italic: boolean) => string;
    readonly warningCallback: (words: string) => void;
  }
  const draw: (document: typeof PDFDocument.prototype, svg: string, x: number, y: number, options: Options) => void;
  export default draw;
}
