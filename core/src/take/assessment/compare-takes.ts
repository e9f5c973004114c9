import { message, type Message } from '../../message/index.ts';
import { fingerWord } from '../../pattern/index.ts';
import { milliseconds, type ActuatorStatistics } from './assessment-context.ts';
import type { TakeAssessment } from './assess-take.ts';

/** What of a take another one is held against. */
export type ComparableTake = Pick<TakeAssessment, 'cycles' | 'tempo' | 'digits'>;

/** From what on two takes differ (est.): standard errors, beats per minute, seconds, and a factor of unevenness. */
const DIFFERENCE = { standardErrors: 2, bpm: 3, seconds: 0.006, evenness: 1.4 } as const;

interface Share {
  readonly count: number;
  readonly of: number;
}

/**
 * How far one share is above another, in standard errors; one success and one failure are added to each, by which few
 * trials are held for less (Agresti & Caffo 2000).
 */
const compareShares = (now: Share, before: Share): number => {
  const [a, b] = [now, before].map(({ count, of }) => ({ share: (count + 1) / (of + 2), of: of + 2 }));
  if (!a || !b) return 0;
  const error = Math.sqrt((a.share * (1 - a.share)) / a.of + (b.share * (1 - b.share)) / b.of);
  return (a.share - b.share) / error;
};

const cleanPasses = ({ cycles }: ComparableTake): Share => ({
  count: cycles.filter(({ verdict }) => verdict === 'clean').length,
  of: cycles.length,
});

const beatsPerMinute = ({ tempo: [from, to] }: ComparableTake): number => Math.round((from + to) / 2);

/** A change of one finger: how sure it is, in standard errors, and what to say. */
interface FingerChange {
  readonly sureness: number;
  readonly text: Message;
}

interface FingerPair {
  readonly before: ActuatorStatistics;
  readonly now: ActuatorStatistics;
}

/** Standard error of the middle of normal values: √(π/2) of the mean’s. */
const errorOfLateness = ({ spread, strokes }: ActuatorStatistics): number =>
  Math.sqrt(Math.PI / 2 / Math.max(1, strokes)) * Math.max(spread, 0.003);

const changeOfLateness = ({ before, now }: FingerPair): FingerChange | null => {
  if (!before.timed || !now.timed) return null;
  const by = Math.abs(before.lateness) - Math.abs(now.lateness);
  if (Math.abs(by) < DIFFERENCE.seconds) return null;
  const sureness = Math.abs(by) / Math.hypot(errorOfLateness(before), errorOfLateness(now));
  const way = by > 0 ? 'closer' : 'further';
  const text = message('take.compared.lateness', { finger: fingerWord(now.striker), ms: milliseconds(by), way });
  return { sureness, text };
};

const changeOfEvenness = ({ before, now }: FingerPair): FingerChange | null => {
  if (!before.placed || !now.placed || before.spread === 0 || now.spread === 0) return null;
  const ratio = Math.log(before.spread / now.spread);
  if (Math.abs(ratio) < Math.log(DIFFERENCE.evenness)) return null;
  // A spread is known to its share of 1/√(2n); the robust one to half as much again.
  const error = 1.5 * Math.sqrt(1 / (2 * before.strokes) + 1 / (2 * now.strokes));
  const text = message('take.compared.evenness', {
    finger: fingerWord(now.striker),
    way: ratio > 0 ? 'more' : 'less',
    now: milliseconds(now.spread),
    before: milliseconds(before.spread),
  });
  return { sureness: Math.abs(ratio) / error, text };
};

const changeOfMisses = ({ before, now }: FingerPair): FingerChange | null => {
  const sureness = compareShares({ count: now.missed, of: now.strokes }, { count: before.missed, of: before.strokes });
  const text = message('take.compared.misses', {
    finger: fingerWord(now.striker),
    now: now.missed,
    of: now.strokes,
    before: before.missed,
    ofBefore: before.strokes,
  });
  return { sureness: Math.abs(sureness), text };
};

/** The surest change of a finger; null where all is within chance. */
const surestChange = (before: ComparableTake, now: ComparableTake): FingerChange | null =>
  now.digits
    .flatMap((digit) => {
      const earlier = before.digits.find(({ striker }) => striker === digit.striker);
      const pair = earlier && { before: earlier, now: digit };
      return pair ? [changeOfLateness(pair), changeOfEvenness(pair), changeOfMisses(pair)] : [];
    })
    .reduce<FingerChange | null>(
      (best, one) =>
        one && one.sureness >= DIFFERENCE.standardErrors && one.sureness > (best?.sureness ?? 0) ? one : best,
      null,
    );

const wayOf = (by: number, least: number): 'more' | 'fewer' | 'same' => {
  if (Math.abs(by) < least) return 'same';
  return by > 0 ? 'more' : 'fewer';
};

/**
 * Two takes of one pattern in a sentence: the tempo, the passes that were clean, and the finger that changed most,
 * where that is more than chance.
 * @example
 * compareTakes(
 *   { cycles: [], tempo: [80, 80], digits: [] },
 *   { cycles: [], tempo: [92, 92], digits: [] },
 * ).params?.bpm // => 12
 */
export const compareTakes = (before: ComparableTake, now: ComparableTake): Message => {
  const [clean, cleanBefore] = [cleanPasses(now), cleanPasses(before)];
  const bpm = beatsPerMinute(now) - beatsPerMinute(before);
  const change = surestChange(before, now);
  return message('take.compared', {
    ...{ tempo: wayOf(bpm, DIFFERENCE.bpm), bpm: Math.abs(bpm) },
    passes: wayOf(compareShares(clean, cleanBefore), DIFFERENCE.standardErrors),
    ...{ clean: clean.count, of: clean.of, cleanBefore: cleanBefore.count, ofBefore: cleanBefore.of },
    change: change?.text ?? 'none',
  });
};
