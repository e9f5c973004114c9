import { STRIKER_NAMES, strikerOf, type Striker } from '../pattern/index.ts';
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

const digitFindings = (
  now: Case,
  places: readonly Place[],
  { striker, strokes, placed, timed, lateness, spread, decibels, lost }: DigitInTake,
): readonly Weighed[] => {
  if (strokes < SAID.strokes) return [];
  const name = STRIKER_NAMES[striker];
  const named = namesOf(now, striker);
  const found: Weighed[] = [];
  if (timed && Math.abs(lateness) >= SAID.lateness && isHabit(places, striker, lateness))
    found.push({
      sentence: `The ${name} comes ${milliseconds(lateness)} ${lateness > 0 ? 'late' : 'early'}.`,
      advice:
        lateness > 0
          ? `Plant the ${name} before it plays: down on the string while the digit before it sounds.`
          : `Let the ${name} wait: count aloud, and play it on the count alone.`,
      strokes: named,
      weight: Math.abs(lateness) / SAID.lateness,
    });
  if (placed && spread >= SAID.spread)
    found.push({
      sentence: `The ${name} is uneven: ${milliseconds(spread)} either way.`,
      advice: `Take the ${name} alone with the click on every part of the beat, slower, ten times in a row.`,
      strokes: named,
      weight: spread / SAID.spread,
    });
  if (striker !== 'p' && Math.abs(decibels) >= SAID.decibels && playsAlone(now, striker))
    found.push({
      sentence: `The ${name} is ${Math.abs(decibels).toFixed(0)} dB ${decibels < 0 ? 'softer' : 'louder'} than the other fingers.`,
      advice:
        decibels < 0
          ? `Accent the ${name} for a few rounds, then let it fall back among the others.`
          : `Play the ${name} as softly as it will sound, and let the others come up to it.`,
      strokes: named,
      weight: Math.abs(decibels) / SAID.decibels,
    });
  if (lost >= 2 && lost / strokes >= SAID.lost)
    found.push({
      sentence: `The ${name} loses ${lost} of ${strokes} strokes.`,
      advice: `Mute the strings with the other hand and play the ${name}’s strokes alone: every one has to be heard.`,
      strokes: named,
      weight: 1 + lost / strokes / SAID.lost,
    });
  return found;
};

/** Places that go wrong again and again. */
const placeFindings = (now: Case): readonly Weighed[] => {
  const times = new Map<number, number>();
  for (const stroke of now.heard.strokes)
    if (stroke.what === 'missed' || stroke.what === 'wrong string')
      times.set(askedOfHeard(now, stroke).stroke, (times.get(askedOfHeard(now, stroke).stroke) ?? 0) + 1);
  return [...times]
    .filter(([, count]) => count >= 3 && count >= 0.25 * now.heard.cycles)
    .map(([stroke, count]) => ({
      sentence: `${count} of ${now.heard.cycles} times the stroke on ${placeIn(now.score, now.score.strokes[stroke]?.at ?? 0)} did not come.`,
      advice: 'Take that stroke and the two before it as a drill of its own.',
      strokes: [now.score.strokes[stroke]?.origin ?? ''],
      weight: 1 + count / now.heard.cycles,
    }));
};

const driftFindings = ({ heard: { slower } }: Case): readonly Weighed[] => {
  const change = slower[0] / slower[1] - 1;
  if (Math.abs(change) < SAID.drift) return [];
  return [
    {
      sentence: `It gets ${change > 0 ? 'quicker' : 'slower'} by ${Math.round(Math.abs(change) * 100)} % from the beginning to the end.`,
      advice: 'Play it with the click silent in every other bar, and see where the click finds you.',
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
    .map(({ sentence, advice, strokes }) => ({ sentence, advice, strokes }));
};
