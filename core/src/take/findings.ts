import { message, type Message } from '../message/index.ts';
import { fingerWord, strikerOf, type Striker } from '../pattern/index.ts';
import { placeIn } from '../score/index.ts';
import { findingsByPlace, isHabit, placesOf, type Place } from './by-place.ts';
import { findingsOfTiring } from './tiring.ts';
import {
  SAID,
  askedOfHeard,
  milliseconds,
  namesOf,
  type Case,
  type DigitInTake,
  type TakeFinding,
  type Weighed,
} from './case.ts';

/** Whether a digit plays mostly by itself: how loud it is in a pinch is known only of both together. */
const playsAlone = ({ asked: { strokes } }: Case, striker: Striker): boolean => {
  const at = (index: number): number => strokes[index]?.at ?? -1;
  const own = strokes.flatMap(({ cycle, digit }, index) =>
    cycle === 0 && digit && strikerOf(digit) === striker ? [index] : [],
  );
  const alone = own.filter((one) => at(one) - at(one - 1) > 1e-4 && Math.abs(at(one + 1) - at(one)) > 1e-4);
  return alone.length >= SAID.alone * own.length;
};

type OfFinger = (now: Case, digit: DigitInTake, places: readonly Place[]) => readonly Weighed[];

/** A finger that is late or early at most of its places. */
const offTime: OfFinger = (now, { striker, timed, lateness }, places) => {
  if (!timed || Math.abs(lateness) < SAID.lateness || !isHabit(places, striker, lateness)) return [];
  const finger = fingerWord(striker);
  const when = lateness > 0 ? 'late' : 'early';
  return [
    {
      message: message('take.finger-off-time', { finger, when }),
      details: message('take.off-time-details', { ms: milliseconds(lateness), when }),
      advice: message(lateness > 0 ? 'take.finger-late.advice' : 'take.finger-early.advice', { finger }),
      strokes: namesOf(now, striker),
      weight: Math.abs(lateness) / SAID.lateness,
    },
  ];
};

const uneven: OfFinger = (now, { striker, placed, spread }) => {
  if (!placed || spread < SAID.spread) return [];
  const finger = fingerWord(striker);
  return [
    {
      message: message('take.finger-uneven', { finger }),
      details: message('take.finger-uneven.details', { ms: milliseconds(spread) }),
      advice: message('take.finger-uneven.advice', { finger }),
      strokes: namesOf(now, striker),
      weight: spread / SAID.spread,
    },
  ];
};

const softOrLoud: OfFinger = (now, { striker, decibels }) => {
  if (striker === 'p' || Math.abs(decibels) < SAID.decibels || !playsAlone(now, striker)) return [];
  const finger = fingerWord(striker);
  const how = decibels < 0 ? 'softer' : 'louder';
  return [
    {
      message: message('take.finger-loudness', { finger, how }),
      details: message('take.finger-loudness.details', { decibels: Math.round(Math.abs(decibels)), how }),
      advice: message(decibels < 0 ? 'take.finger-softer.advice' : 'take.finger-louder.advice', { finger }),
      strokes: namesOf(now, striker),
      weight: Math.abs(decibels) / SAID.decibels,
    },
  ];
};

/** Notes a finger leaves out, and notes that come on another string: two faults, each with its own advice. */
const lostNotes: OfFinger = (now, { striker, strokes, missed, wrong }) => {
  const finger = fingerWord(striker);
  const often = (count: number): boolean => count >= 2 && count / strokes >= SAID.lost;
  const found = (count: number, said: Message, advice: Message): readonly Weighed[] =>
    often(count)
      ? [{ message: said, advice, strokes: namesOf(now, striker), weight: 1 + count / strokes / SAID.lost }]
      : [];
  return [
    ...found(
      missed,
      message('take.finger-misses', { finger, count: missed, total: strokes }),
      message('take.finger-misses.advice', { finger }),
    ),
    ...found(
      wrong,
      message('take.finger-wrong-string', { finger, count: wrong, total: strokes }),
      message('take.finger-wrong-string.advice', { finger }),
    ),
  ];
};

const digitFindings = (now: Case, places: readonly Place[], digit: DigitInTake): readonly Weighed[] =>
  digit.strokes < SAID.strokes
    ? []
    : [offTime, uneven, softOrLoud, lostNotes].flatMap((finding) => finding(now, digit, places));

/** Notes that go wrong in one way again and again: missed, or on another string. */
const placesOften = (
  now: Case,
  what: 'missed' | 'wrong-string',
  key: 'take.note-missed-often' | 'take.note-wrong-string-often',
): readonly Weighed[] => {
  const times = new Map<number, number>();
  for (const heard of now.heard.strokes) {
    const { stroke } = askedOfHeard(now, heard);
    if (heard.what === what) times.set(stroke, (times.get(stroke) ?? 0) + 1);
  }
  const passes = now.heard.cycles;
  return [...times]
    .filter(([, count]) => count >= 3 && count >= 0.25 * passes)
    .map(([stroke, count]) => ({
      message: message(key, { place: placeIn(now.score, now.score.strokes[stroke]?.at ?? 0), count, passes }),
      advice: message('take.note-missed-often.advice'),
      strokes: [now.score.strokes[stroke]?.origin ?? ''],
      weight: 1 + count / passes,
    }));
};

const placeFindings = (now: Case): readonly Weighed[] => [
  ...placesOften(now, 'missed', 'take.note-missed-often'),
  ...placesOften(now, 'wrong-string', 'take.note-wrong-string-often'),
];

const driftFindings = ({ heard: { slower } }: Case): readonly Weighed[] => {
  const change = slower[0] / slower[1] - 1;
  if (Math.abs(change) < SAID.drift) return [];
  return [
    {
      message: message('take.tempo-drift', { way: change > 0 ? 'faster' : 'slower', share: Math.abs(change) }),
      advice: message('take.tempo-drift.advice'),
      strokes: [],
      weight: Math.abs(change) / SAID.drift,
    },
  ];
};

/** What there is to say of a take, the weightiest first. */
export const findingsOf = (now: Case, digits: readonly DigitInTake[]): readonly TakeFinding[] => {
  const places = placesOf(now);
  return [
    ...digits.flatMap((digit) => digitFindings(now, places, digit)),
    ...placeFindings(now),
    ...driftFindings(now),
    ...findingsByPlace(now, places),
    ...findingsOfTiring(now),
  ]
    .sort((a, b) => b.weight - a.weight)
    .slice(0, SAID.most)
    .map(({ weight: _weight, ...finding }) => finding);
};
