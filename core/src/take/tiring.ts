import { message } from '../message/index.ts';
import { STRIKERS, fingerWord, type Striker } from '../pattern/index.ts';
import { median } from '../statistics/index.ts';
import {
  SAID,
  askedOfHeard,
  doubtOf,
  latenessOf,
  milliseconds,
  namesOf,
  strikerOfHeard,
  sureLateness,
  type Case,
  type Weighed,
} from './case.ts';
import type { HeardStroke } from './heard.ts';

/** A median with its doubt, of so many values. */
interface Middle {
  readonly count: number;
  readonly value: number;
  readonly doubt: number;
}

/** What a part of a take comes to for a digit, against all digits there. */
interface Part {
  readonly late: Middle;
  readonly decibels: Middle;
}

const middleOf = (own: readonly number[], all: readonly number[]): Middle => ({
  count: own.length,
  value: median(own) - median(all),
  doubt: doubtOf(own),
});

const decibelsOf = ({ decibels }: HeardStroke): readonly number[] => (decibels === null ? [] : [decibels]);

const partOf = (now: Case, striker: Striker, from: number, to: number): Part => {
  const all = now.heard.strokes.filter((stroke) => {
    const { cycle } = askedOfHeard(now, stroke);
    return stroke.what === 'matched' && cycle >= from && cycle < to;
  });
  const own = all.filter((stroke) => strikerOfHeard(now, stroke) === striker);
  const sure = own.filter((stroke) => stroke.sure);
  return {
    late: middleOf(sure.flatMap(latenessOf), sureLateness(all)),
    decibels: middleOf(own.flatMap(decibelsOf), all.flatMap(decibelsOf)),
  };
};

/** How much more one is than another, where that is enough and beyond doubt; else 0. */
const moreBy = (less: Middle, more: Middle, least: number): number => {
  const by = more.value - less.value;
  const enough = Math.min(less.count, more.count) >= SAID.places && by >= least;
  return enough && by >= SAID.beyond * Math.hypot(less.doubt, more.doubt) ? by : 0;
};

/** A digit that is later or softer at the end of a take than at its beginning, against the others. */
export const findingsOfTiring = (now: Case): readonly Weighed[] => {
  const { cycles } = now.heard;
  if (cycles < SAID.long) return [];
  const third = Math.floor(cycles / 3);
  return STRIKERS.flatMap((striker): readonly Weighed[] => {
    const [first, last] = [partOf(now, striker, 0, third), partOf(now, striker, cycles - third, cycles)];
    const later = moreBy(first.late, last.late, SAID.tires);
    const softer = moreBy(last.decibels, first.decibels, SAID.fades);
    if (later === 0 && softer === 0) return [];
    const how = softer === 0 ? 'later' : later === 0 ? 'softer' : 'both';
    return [
      {
        message: message('take.finger-fades', { finger: fingerWord(striker), how }),
        details: message('take.finger-fades.details', { how, ms: milliseconds(later), decibels: Math.round(softer) }),
        advice: message('take.finger-fades.advice'),
        strokes: namesOf(now, striker),
        weight: Math.max(later / SAID.tires, softer / SAID.fades),
      },
    ];
  });
};
