import {
  DIGIT_NAMES,
  MARKS,
  strokeAt,
  whereIs,
  type Digit,
  type Mark,
  type Pattern,
  type Stroke,
} from '@fleet-wren/core';
import type { Cell } from './store.ts';

const MARK_WORDS: Readonly<Record<Mark, string>> = {
  accent: 'accented',
  rake: 'raked',
  brush: 'brushed',
  damped: 'damped',
  ring: 'let ring',
  silent: 'silent',
  unplanted: 'without planting',
};

/** A stroke as a sentence for screen readers. */
export const strokeSentence = (pattern: Pattern, stroke: Stroke, digit: Digit | null | undefined): string =>
  [
    whereIs(pattern, stroke.at),
    `string ${stroke.string}`,
    digit ? DIGIT_NAMES[digit] : (stroke.slur ?? 'no digit yet'),
    stroke.pin ? 'pinned' : '',
    stroke.accent ? 'accented' : '',
    ...MARKS.filter((mark) => mark !== 'accent' && stroke[mark]).map((mark) => MARK_WORDS[mark]),
    stroke.harmonic ? `${stroke.harmonic.kind} harmonic at ${stroke.harmonic.touch}` : '',
    stroke.role ?? '',
  ]
    .filter(Boolean)
    .join(', ');

/** Where the keyboard stands, as a sentence for screen readers. */
export const cellSentence = (pattern: Pattern, cell: Cell, digits: Readonly<Record<string, Digit | null>>): string => {
  const stroke = strokeAt(pattern, cell.at, cell.string);
  return stroke
    ? strokeSentence(pattern, stroke, digits[stroke.id])
    : `${whereIs(pattern, cell.at)}, string ${cell.string}, empty`;
};
