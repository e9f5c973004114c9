import type PDFDocument from 'pdfkit';

type Document = InstanceType<typeof PDFDocument>;
type Element = ReturnType<Document['struct']>;

/** What a part of a sheet is to whoever has it read out (ISO 32000-1, 14.8.4). */
export type PartKind = 'H1' | 'H2' | 'P' | 'Figure';

/** The order in which a document is read out, and what each part of it is; what is written is marked as it goes. */
export class SheetStructure {
  private constructor(
    private readonly document: Document,
    private readonly element: Element,
  ) {}

  /** The structure of a document that is begun. */
  static begin(document: Document): SheetStructure {
    const root = document.struct('Document');
    document.addStructure(root);
    return new SheetStructure(document, root);
  }

  /** A place in the order that is filled later. */
  reserve(): SheetStructure {
    const section = this.document.struct('Sect');
    this.element.add(section);
    return new SheetStructure(this.document, section);
  }

  /** Writes a part of the document; a picture has words that stand for it. */
  part(kind: PartKind, write: () => void, words?: string): void {
    const content = this.document.markStructureContent(kind);
    write();
    this.document.endMarkedContent();
    this.element.add(this.document.struct(kind, words === undefined ? {} : { alt: words }, [content]));
  }

  /** Writes what is no part of what is read: the numbers of pages. */
  aside(write: () => void): void {
    this.document.markContent('Artifact', { type: 'Pagination' });
    write();
    this.document.endMarkedContent();
  }

  end(): void {
    this.element.end();
  }
}
