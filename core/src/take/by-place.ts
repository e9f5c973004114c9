import { message } from '../message/index.ts';
import { fingerWord, strikerOf, type Striker } from '../pattern/index.ts';
import { median, spreadOf } from '../statistics/index.ts';
import type { AskedStroke } from './asked.ts';
import {
  SAID,
  askedOfHeard,
  doubtOf,
  milliseconds,
  mostlySure,
  sureLateness,
  placeOf,
  type Case,
  type Weighed,
} from './case.ts';
import type { HeardStroke } from './heard.ts';

/** A stroke of the score, and how it came each time. */
export interface Place {
  readonly asked: AskedStroke;
  /** Index of its first time among what was asked. */
  readonly index: number;
  readonly striker: Striker;
  readonly heard: readonly HeardStroke[];
  /** Median seconds beside the pulse, where enough of its strokes are sure of their time; else null. */
  readonly late: number | null;
  /** Median decibels against its pitch's other strokes. */
  readonly loud: number;
  /** The stroke before it, of whatever digit, and the one before it of its own. */
  readonly before: AskedStroke | undefined;
  readonly own: AskedStroke | undefined;
}

/** The last stroke before one that some test finds: where a figure comes round, in the time through before. */
const lastBefore = (
  once: readonly AskedStroke[],
  asked: AskedStroke,
  fits: (one: AskedStroke) => boolean,
): AskedStroke | undefined => {
  const others = once.filter(fits);
  return others.filter(({ at }) => at < asked.at - 1e-4).at(-1) ?? others.at(-1);
};

/** What was asked once round, each with how it came. */
export const placesOf = (now: Case): readonly Place[] => {
  const once = now.asked.strokes.filter(({ cycle, struck }) => cycle === 0 && struck);
  const heard = new Map<number, HeardStroke[]>();
  for (const stroke of now.heard.strokes)
    if (stroke.what === 'matched') {
      const { stroke: place } = askedOfHeard(now, stroke);
      heard.set(place, [...(heard.get(place) ?? []), stroke]);
    }
  return now.asked.strokes.flatMap((asked, index): readonly Place[] => {
    const { cycle, digit, stroke } = asked;
    if (cycle !== 0 || !digit) return [];
    const striker = strikerOf(digit);
    const own = heard.get(stroke) ?? [];
    const same = (one: AskedStroke): boolean => one.digit !== null && strikerOf(one.digit) === striker;
    return [
      {
        asked,
        index,
        striker,
        heard: own,
        late: mostlySure(own) ? median(sureLateness(own)) : null,
        loud: median(own.flatMap(({ decibels }) => decibels ?? [])),
        before: lastBefore(once, asked, () => true),
        own: lastBefore(once, asked, same),
      },
    ];
  });
};

const often = (now: Case, { heard }: Place): boolean =>
  heard.length >= SAID.places && heard.length >= 0.5 * now.heard.cycles;

const playedBy = (stroke: AskedStroke | undefined): Striker | null => (stroke?.digit ? strikerOf(stroke.digit) : null);

const commonOf = (all: readonly Place[]): number => median(sureLateness(all.flatMap(({ heard }) => heard)));

/** Whether a digit is late, or early, at most of its places rather than at one of them. */
export const isHabit = (all: readonly Place[], striker: Striker, lateness: number): boolean => {
  const common = commonOf(all);
  const own = all.flatMap((place) => (place.striker === striker ? (place.late ?? []) : []));
  const beside = own.map((late) => (late - common) * Math.sign(lateness));
  return beside.filter((one) => one >= 0.5 * SAID.lateness).length > 0.5 * own.length;
};

/** A digit that comes late or early at one place, beyond what it does everywhere. */
const lateAt = (now: Case, place: Place, all: readonly Place[], common: number): readonly Weighed[] => {
  const { asked, index, striker, before } = place;
  if (!often(now, place) || place.late === null) return [];
  const here = place.late - common;
  const elsewhere = all.flatMap((one) => (one !== place && one.striker === striker ? (one.late ?? []) : []));
  if (elsewhere.length === 0) return [];
  const usual = median(elsewhere) - common;
  if (
    Math.abs(here) < SAID.place ||
    Math.abs(here - usual) < SAID.place ||
    Math.abs(here - usual) < SAID.beyond * doubtOf(sureLateness(place.heard))
  )
    return [];
  const played = playedBy(before);
  const finger = fingerWord(striker);
  const other = fingerWord(played ?? striker);
  const same = played === null || played === striker ? 'yes' : 'no';
  const when = here > 0 ? 'late' : 'early';
  return [
    {
      message: message('take.place-off-time', { place: placeOf(now, index), finger, when, same, other }),
      details: message('take.off-time-details', { ms: milliseconds(here), when }),
      advice: message(here > 0 ? 'take.place-late.advice' : 'take.place-early.advice', { same, finger, other }),
      strokes: [...(before ? [before.origin] : []), asked.origin],
      weight: Math.abs(here - usual) / SAID.place,
    },
  ];
};

/** A stroke that stands out where no accent is asked for, and an accent that does not. */
const accentAt = (now: Case, here: Place, all: readonly Place[]): readonly Weighed[] => {
  const { asked, index, striker, own } = here;
  // Strength is known against the other strokes of a pitch alone.
  const others = all.filter(
    (one) => one !== here && one.asked.pitch === asked.pitch && !one.asked.accent && often(now, one),
  );
  if (!often(now, here) || others.length === 0) return [];
  const more = here.loud - Math.max(...others.map(({ loud }) => loud));
  const [finger, place] = [fingerWord(striker), placeOf(now, index)];
  if (asked.accent)
    return more > SAID.unheard
      ? []
      : [
          {
            message: message('take.accent-not-heard', { place }),
            advice: message('take.accent-not-heard.advice', { finger, place }),
            strokes: [asked.origin],
            weight: 1.2,
          },
        ];
  if (more < SAID.accent) return [];
  const moves = own !== undefined && own.string !== asked.string;
  return [
    {
      message: message('take.unwanted-accent', { place, finger, changes: moves ? 'yes' : 'no' }),
      details: message('take.unwanted-accent.details', { decibels: Math.round(more) }),
      advice: moves
        ? message('take.unwanted-accent.advice-string-change', { finger })
        : message('take.unwanted-accent.advice', { finger, place }),
      strokes: [asked.origin],
      weight: more / SAID.accent,
    },
  ];
};

/** A digit that is even where it stays on its string, and not where it changes. */
const unevenAtChanges = (all: readonly Place[], striker: Striker): readonly Weighed[] => {
  const own = all.filter((place) => place.striker === striker && place.late !== null);
  const beside = (changes: boolean): readonly number[] =>
    own
      .filter((place) => place.own && (place.own.string !== place.asked.string) === changes)
      // Each place against its own middle: being late there is said by itself.
      .flatMap(({ heard, late }) => sureLateness(heard).map((one) => one - (late ?? 0)));
  const [moving, staying] = [beside(true), beside(false)];
  if (moving.length < SAID.changes || staying.length < SAID.changes) return [];
  const [moved, stayed] = [spreadOf(moving), spreadOf(staying)];
  if (moved < SAID.uneven || moved < SAID.times * stayed) return [];
  const finger = fingerWord(striker);
  return [
    {
      message: message('take.uneven-string-changes', { finger }),
      details: message('take.uneven-string-changes.details', {
        moved: milliseconds(moved),
        stayed: milliseconds(stayed),
      }),
      advice: message('take.uneven-string-changes.advice', { finger }),
      strokes: own.filter((place) => place.own?.string !== place.asked.string).map(({ asked }) => asked.origin),
      weight: moved / SAID.uneven,
    },
  ];
};

/** What goes wrong at one place again and again: late or early there, louder than its neighbours, uneven at changes of string. */
export const findingsByPlace = (now: Case, all: readonly Place[]): readonly Weighed[] => {
  const common = commonOf(all);
  const strikers = [...new Set(all.map(({ striker }) => striker))];
  return [
    ...all.flatMap((place) => lateAt(now, place, all, common)),
    ...all.flatMap((place) => accentAt(now, place, all)),
    ...strikers.flatMap((striker) => unevenAtChanges(all, striker)),
  ];
};
