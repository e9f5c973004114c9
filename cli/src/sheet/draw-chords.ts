import { CHORD_DIAGRAM_SIZE, layOutChordDiagram, type ChordDiagramLayout, type Voicing } from '@fleet-wren/core';
import type PDFDocument from 'pdfkit';
import type { SheetType } from './sheet-type.ts';

type Document = InstanceType<typeof PDFDocument>;

type Point = readonly [x: number, y: number];

/** Where chord diagrams are drawn, and for whom. */
export interface ChordDrawing {
  readonly document: Document;
  readonly type: SheetType;
  readonly isLeftHanded: boolean;
}

/** Points to a unit of the layout; and the room of a diagram with its name, in points. */
const SCALE = 0.62;
const ROOM = { name: 13, gap: 16, below: 10 } as const;
const LINES = { string: '#8c8374', fret: '#b5ac9d', ink: '#1d1a17', soft: '#55504a' } as const;

/** A diagram with its corner: upright, from the lowest string on the left, for a left-handed player on the right. */
interface Placed {
  readonly layout: ChordDiagramLayout;
  readonly place: (along: number, across: number) => Point;
}

const line = (document: Document, [x1, y1]: Point, [x2, y2]: Point, width: number, colour: string): void => {
  document.lineWidth(width).strokeColor(colour).moveTo(x1, y1).lineTo(x2, y2).stroke();
};

const drawGrid = (document: Document, { layout: { strings, frets, from }, place }: Placed): void => {
  const [first = 0, last = 0, low = 0, high = 0] = [frets[0], frets.at(-1), strings[0], strings.at(-1)];
  strings.forEach((across) => line(document, place(first, across), place(last, across), 0.6, LINES.string));
  frets.forEach((along, index) => {
    const isNut = index === 0 && from === 1;
    line(document, place(along, low), place(along, high), isNut ? 1.8 : 0.6, isNut ? LINES.ink : LINES.fret);
  });
};

const writeInside = ({ document, type }: ChordDrawing, words: string, [x, y]: Point): void => {
  document.fillColor('#fff');
  type.line(words, 'serif-bold', 5.4, [x - type.width(words, 'serif-bold', 5.4) / 2, y - 3.7]);
  document.fillColor(LINES.ink);
};

const drawMarks = (drawing: ChordDrawing, { layout, place }: Placed): void => {
  const { document } = drawing;
  document.lineCap('round');
  layout.barres.forEach(({ along, from, to }) => line(document, place(along, from), place(along, to), 4.6, LINES.ink));
  document.lineCap('butt');
  layout.marks.forEach(({ kind, along, across, finger }) => {
    const [x, y] = place(along, across);
    if (kind === 'open') document.lineWidth(0.8).strokeColor(LINES.ink).circle(x, y, 2.1).stroke();
    else if (kind === 'muted') {
      line(document, [x - 2, y - 2], [x + 2, y + 2], 0.8, LINES.soft);
      line(document, [x - 2, y + 2], [x + 2, y - 2], 0.8, LINES.soft);
    } else document.fillColor(LINES.ink).circle(x, y, 3.7).fill();
    if (kind === 'stopped' && finger !== null) writeInside(drawing, String(finger), [x, y]);
  });
};

/** One diagram from its upper left corner on, with its name over it and the fret it begins with beside it. */
const drawChord = (drawing: ChordDrawing, voicing: Voicing, [left, top]: Point): void => {
  const { document, type, isLeftHanded } = drawing;
  const layout = layOutChordDiagram(voicing);
  const place = (along: number, across: number): Point => [
    left + SCALE * (isLeftHanded ? layout.breadth - across : across),
    top + ROOM.name + SCALE * along,
  ];
  const middle = left + (SCALE * layout.breadth) / 2;
  document.fillColor(LINES.ink);
  type.line(voicing.chord, 'serif-bold', 9.5, [middle - type.width(voicing.chord, 'serif-bold', 9.5) / 2, top]);
  drawGrid(document, { layout, place });
  drawMarks(drawing, { layout, place });
  if (layout.from > 1) {
    const y = top + ROOM.name + (SCALE * ((layout.frets[0] ?? 0) + (layout.frets[1] ?? 0))) / 2;
    type.line(String(layout.from), 'serif', 7, [left + SCALE * layout.breadth + 1, y - 4.5]);
  }
};

/** Shapes in rows between the margins, each with its name; the document goes on below them. */
export const drawChords = (drawing: ChordDrawing, voicings: readonly Voicing[], width: number): void => {
  const { document, type } = drawing;
  const start = document.page.margins.left;
  let [x, y] = [start, document.y + 4];
  const height = ROOM.name + SCALE * CHORD_DIAGRAM_SIZE.along + ROOM.below;
  for (const voicing of voicings) {
    const breadth = Math.max(SCALE * layOutChordDiagram(voicing).breadth, type.width(voicing.chord, 'serif-bold', 9.5));
    if (x > start && x + breadth > start + width) [x, y] = [start, y + height];
    drawChord(drawing, voicing, [x, y]);
    x += breadth + ROOM.gap;
  }
  document.fillColor('#000').strokeColor('#000');
  document.x = start;
  document.y = y + height;
};
