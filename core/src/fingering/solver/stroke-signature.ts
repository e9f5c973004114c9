import { DIGITS, type Digit } from '../../pattern/index.ts';
import type { TaskStroke } from '../task/fingering-task.ts';

const BITS_PER_DIGIT = 4;

const digitCode = (digit: Digit | undefined): number => (digit ? DIGITS.indexOf(digit) + 1 : 0);

/** What of the grid counts in a school: which part a stroke is on, and whether it is on a beat. */
export interface GridUse {
  readonly offGrid: boolean;
  readonly onBeat: boolean;
}

/**
 * A number equal for strokes that have the same choices and weigh the same on others. Each field is read by its name:
 * that is quicker than to remember what came of it.
 */
const strokeSignature = (stroke: TaskStroke, counts: GridUse): number => {
  const flags =
    (counts.onBeat && stroke.isOnBeat ? 65536 : 0) |
    (stroke.tapped ? 131072 : 0) |
    (stroke.isBesideHarp ? 32768 : 0) |
    (stroke.isInThumbRun ? 16384 : 0) |
    (stroke.groupEdge === 'low' ? 4096 : 0) |
    (stroke.groupEdge === 'high' ? 8192 : 0) |
    (stroke.isOverBass ? 2048 : 0) |
    (stroke.isThumbRole ? 1024 : 0) |
    (counts.offGrid && stroke.isOffGrid ? 512 : 0) |
    (stroke.isFirstOfTask ? 256 : 0) |
    (stroke.isInBassLine ? 128 : 0) |
    (stroke.accent ? 64 : 0) |
    (stroke.rake ? 32 : 0) |
    (stroke.brush ? 16 : 0) |
    (stroke.harp ? 8 : 0) |
    (stroke.isLeadStroke ? 4 : 0) |
    (stroke.chord ? 2 : 0) |
    (stroke.run ? 1 : 0);
  const pinned = (flags << BITS_PER_DIGIT) | digitCode(stroke.pin);
  return ((pinned << BITS_PER_DIGIT) | digitCode(stroke.tremolo)) * 16 + stroke.string;
};

/** The same for the strokes of an event, given by index: of one stroke a number, of several the numbers in a row. */
export const eventSignature = (
  strokes: readonly TaskStroke[],
  those: readonly number[],
  counts: GridUse,
): number | string =>
  those.length === 1
    ? strokeSignature(strokes[those[0] as number] as TaskStroke, counts)
    : those.map((index) => strokeSignature(strokes[index] as TaskStroke, counts)).join();
