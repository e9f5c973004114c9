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
