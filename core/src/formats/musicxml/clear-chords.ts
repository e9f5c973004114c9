import { halfWidthOfDigits } from './clear-stems.ts';

/** A chord name or a finger letter: its edges, the line it stands on, and its size. */
interface Words {
  readonly from: number;
  readonly to: number;
  readonly baseline: number;
  readonly size: number;
}

const CHORD = /(class="harm"[^>]*>\s*<text x=")(-?[\d.]+)(" y="(-?[\d.]+)"[^>]*>)([^]*?)(<\/text>)/g;
const FINGER = /class="fing"[^>]*>\s*<text x="(-?[\d.]+)" y="(-?[\d.]+)"[^>]*>([^]*?)<\/text>/g;
const BOX = /class="reh"[^>]*>\s*<rect[^>]* x="(-?[\d.]+)" y="(-?[\d.]+)" height="([\d.]+)" width="([\d.]+)"/g;

/** Width of a letter of our type and its height above the line, the air wanted, as shares of its size (measured). */
const TYPE = { width: 0.58, above: 0.7, air: 0.2 } as const;

/** Units a chord name may be moved to the left: it still stands over its beat. */
const FARTHEST = 320;

const sizeOf = (content: string): number => Number(/font-size="([1-9][\d.]*)px"/.exec(content)?.[1] ?? 324);

const wordsOf = (content: string): string => content.replace(/<[^>]*>|\s/g, '').replace(/&\w+;/g, '-');

const readFingers = (svg: string): readonly Words[] =>
  [...svg.matchAll(FINGER)].map(([, x, y, content = '']) => {
    const size = sizeOf(content);
    const half = halfWidthOfDigits(wordsOf(content), size);
    return { from: Number(x) - half, to: Number(x) + half, baseline: Number(y), size };
  });

/** Where boxes of sections end, and between which heights. */
const readBoxes = (svg: string) =>
  [...svg.matchAll(BOX)].map(([, x, y, height, width]) => ({
    to: Number(x) + Number(width),
    top: Number(y),
    bottom: Number(y) + Number(height),
  }));

const areBeside = (a: Words, b: Words): boolean =>
  Math.abs(a.baseline - b.baseline) < TYPE.above * Math.max(a.size, b.size);

/** How far a chord name reaches into the finger letters to its right. */
const overlapOf = (chord: Words, fingers: readonly Words[]): number =>
  fingers
    .filter((finger) => areBeside(chord, finger) && finger.from > chord.from && finger.from < chord.to + chord.size)
    .reduce((most, finger) => Math.max(most, chord.to + TYPE.air * chord.size - finger.from), 0);

/**
 * A picture by the engraver with chord names moved to the left of the finger letters they run into: our type is wider
 * than the one it measures by. One that would run into the box of a section stays.
 */
export const clearChordsOfFingers = (svg: string): string => {
  const fingers = readFingers(svg);
  const boxes = readBoxes(svg);
  return svg.replace(
    CHORD,
    (whole, start: string, x: string, middle: string, y: string, content: string, end: string) => {
      const [size, from, baseline] = [sizeOf(content), Number(x), Number(y)];
      const overlap = overlapOf(
        { from, to: from + wordsOf(content).length * TYPE.width * size, baseline, size },
        fingers,
      );
      const moved = Math.round(from - overlap);
      const isInBox = boxes.some(
        ({ to, top, bottom }) => baseline > top && baseline - size < bottom && moved < to + 100,
      );
      const stays = overlap === 0 || overlap > FARTHEST || isInBox;
      return stays ? whole : `${start}${moved}${middle}${content}${end}`;
    },
  );
};
