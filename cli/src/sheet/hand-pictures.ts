import { sayMessage, sayParts } from '@fleet-wren/wording';
import {
  PALM_OUTLINE,
  POSTURE,
  describeMoment,
  describeScorePosition,
  getSymbolPath,
  layOutMotion,
  listMoments,
  moveHand,
  ribbonPath,
  shiftPalm,
  stringCount,
  stringY,
  turnPicture,
  type Digit,
  type DrawnDigit,
  type HandMoment,
  type HandMotion,
  type Score,
} from '@fleet-wren/core';

/** A moment of the hand: its picture, and what happens in it. */
export interface HandPicture {
  readonly svg: string;
  readonly place: string;
  readonly words: string;
}

/** Moments on a sheet: two rows of four. */
const MOMENTS = 8;

/** Colours on paper, as on the sheets of the screen. */
const INK = { hand: '#f2e8da', line: '#1d1a17', string: '#a89f90', soft: '#55504a', paper: '#ffffff' } as const;
const COLOURS: Readonly<Record<Digit, string>> = {
  p: '#3d4c9a',
  i: '#0e7a66',
  m: '#94590a',
  a: '#96336b',
  c: '#51606b',
  down: '#a1431d',
  up: '#a1431d',
};

const drawStrings = (count: number): string =>
  Array.from({ length: count }, (_, index) => {
    const y = stringY(index + 1, count);
    const width = 1.6 + index * 0.5;
    return `<line x1="${POSTURE.left}" x2="${POSTURE.right}" y1="${y}" y2="${y}" stroke="${INK.string}" stroke-width="${width}"/>`;
  }).join('');

const outline = (path: string): string =>
  `<path d="${path}" fill="${INK.hand}" stroke="${INK.line}" stroke-width="2.5"/>`;

/** A fingertip: filled on its string, hollow above it, larger where it plays. */
const drawTip = ({ actuator, tip, isFree, plays }: DrawnDigit, isPlaying: boolean): string => {
  if (!plays) return '';
  const digit: Digit = actuator === 'pick' ? 'down' : actuator;
  const [fill, edge] = isFree ? [INK.paper, COLOURS[digit]] : [COLOURS[digit], INK.paper];
  const path = getSymbolPath(digit, isPlaying ? 21 : 15);
  return `<path d="${path}" transform="translate(${tip.x} ${tip.y})" fill="${fill}" stroke="${edge}" stroke-width="2.5"/>`;
};

const drawHand = (motion: HandMotion, moment: HandMoment, strings: number, isLeftHanded: boolean): string => {
  const digits = layOutMotion(motion, moment.at, strings);
  const palm = shiftPalm(motion, moment.at, strings);
  const [x, y, width, height] = POSTURE.view.split(' ').map(Number) as [number, number, number, number];
  const isPlaying = ({ actuator }: DrawnDigit): boolean => moment.playing.some((one) => one.actuator === actuator);
  const content = [
    drawStrings(strings),
    `<g transform="translate(0 ${palm})">${outline(PALM_OUTLINE)}</g>`,
    ...digits.map(({ ribbon }) => outline(ribbonPath(ribbon))),
    ...digits.map((digit) => drawTip(digit, isPlaying(digit))),
  ].join('');
  const { transform } = turnPicture({ isLeftHanded, isFromFront: false });
  const turned = `<g transform="${transform}">${content}</g>`;
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}"><g transform="translate(${-x} ${-y})">${turned}</g></svg>`;
};

/** Moments of the hand that plays a score, as pictures; none where no digit is known. */
export const createHandPictures = (
  score: Score,
  digits: readonly (Digit | null)[],
  isMirrored: boolean,
): readonly HandPicture[] => {
  const motion = moveHand(score, digits);
  if (motion.fingers.length === 0) return [];
  const strings = stringCount(score.instrument);
  return listMoments(motion, MOMENTS).map((moment) => ({
    svg: drawHand(motion, moment, strings, isMirrored),
    place: sayMessage(describeScorePosition(score, moment.tick)),
    words: sayParts(describeMoment(moment)),
  }));
};
