import { message, type Message } from '../../message/index.ts';
import { actuatorOf, fingerWord } from '../../pattern/index.ts';
import { describeScorePosition } from '../../score/index.ts';
import {
  computeSureShare,
  getReferenceStroke,
  type AssessmentContext,
  type DiagnosticCandidate,
} from './assessment-context.ts';

/** From what on a way is spoken of (est.): stops, and how far the tempo is from what is asked, as a factor. */
const ROUTE_THRESHOLDS = { stops: 2, tempo: 1.25 } as const;

/** The last stroke before each stop, by its index in the score; a recording may end anywhere. */
const listStops = (now: AssessmentContext): readonly number[] => {
  const { strokes, cycles } = now.alignment;
  return Array.from({ length: Math.max(0, cycles - 1) }, (_, pass) => pass).flatMap((pass) => {
    const own = strokes.filter((stroke) => getReferenceStroke(now, stroke).pass === pass);
    const last = own.findLast(({ what }) => what !== 'unplayed');
    return last && last !== own.at(-1) ? [getReferenceStroke(now, last).scoreIndex] : [];
  });
};

const mostFrequent = (values: readonly number[]): { readonly value: number; readonly count: number } => {
  const counts = new Map<number, number>();
  for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1);
  const [value, count] = [...counts].reduce((best, one) => (one[1] > best[1] ? one : best));
  return { value, count };
};

/** The notes that are struck together at a place: what strikes each, and the string. */
const describeNextNotes = ({ score, reference }: AssessmentContext, scoreIndex: number): readonly Message[] => {
  const at = score.strokes[scoreIndex]?.at;
  return reference.strokes
    .filter((stroke) => stroke.pass === 0 && score.strokes[stroke.scoreIndex]?.at === at)
    .map(({ digit, string }) =>
      message('take.next-note', { finger: digit ? fingerWord(actuatorOf(digit)) : 'none', string }),
    );
};

/** Where somebody broke off again and again, and that what follows is to be practised. */
const findStops = (now: AssessmentContext): readonly DiagnosticCandidate[] => {
  const stops = listStops(now);
  if (stops.length < ROUTE_THRESHOLDS.stops) return [];
  const { value, count } = mostFrequent(stops);
  const { strokes } = now.score;
  const next = (value + 1) % strokes.length;
  const placeOf = (index: number): Message => describeScorePosition(now.score, strokes[index]?.at ?? 0);
  const [before, after] = [placeOf(value), placeOf(next)];
  return [
    {
      message: message('take.stops', { here: count, others: stops.length - count, place: before }),
      advice: message('take.stops.advice', { from: before, to: after, next: describeNextNotes(now, next) }),
      strokes: [value, next].map((index) => strokes[index]?.sourceStrokeId ?? ''),
      evidence: { size: stops.length / ROUTE_THRESHOLDS.stops, sureness: stops.length, support: count / stops.length },
      weight: 3 + stops.length,
    },
  ];
};

const findOtherTempo = ({
  reference,
  alignment: { slower, strokes },
}: AssessmentContext): readonly DiagnosticCandidate[] => {
  const [ratio] = slower;
  if (ratio < ROUTE_THRESHOLDS.tempo && ratio > 1 / ROUTE_THRESHOLDS.tempo) return [];
  return [
    {
      message: message('take.other-tempo', {
        played: Math.round(reference.tempo / ratio),
        asked: Math.round(reference.tempo),
      }),
      advice: message('take.other-tempo.advice'),
      strokes: [],
      evidence: {
        size: Math.max(ratio, 1 / ratio) / ROUTE_THRESHOLDS.tempo,
        sureness: Math.sqrt(strokes.length),
        support: computeSureShare(strokes),
      },
      weight: 0.5,
    },
  ];
};

/** What is to be said of the way somebody took through a figure: stops, and another tempo than asked. */
export const findRouteDiagnostics = (now: AssessmentContext): readonly DiagnosticCandidate[] => [
  ...findStops(now),
  ...findOtherTempo(now),
];
