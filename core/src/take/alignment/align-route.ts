import type { TakeReference, ReferenceStroke } from '../model/reference.ts';
import type { AlignedStroke, TakeAlignment } from '../model/take-alignment.ts';
import type { PlayedStretch } from './played-route.ts';
import type { AlignmentScene } from './onset-pairing.ts';

/** Share of a figure that a pass at the edge of a stretch needs to count as begun, and one within a take (est.). */
const LEAST_SHARE = { last: 0.4, within: 0.25 } as const;

/** A pass as it was played: seconds of its moments, none where it was not played. */
interface PlayedPass {
  readonly times: readonly (number | null)[];
  readonly tempoRatio: number;
  /** Whether it was stopped on the way and gone on with. */
  readonly hasStop: boolean;
}

/** A take's way through a figure: each pass with what was played of it. */
export interface PlayedPasses {
  readonly passes: readonly PlayedPass[];
  /** How much slower than asked the first and the last stretch are played. */
  readonly slower: readonly [number, number];
}

interface OpenPass {
  readonly times: (number | null)[];
  readonly tempoRatio: number;
  hasStop: boolean;
}

const lastPlayed = ({ times }: OpenPass): number => times.findLastIndex((time) => time !== null);

const shareOf = ({ times }: Pick<PlayedPass, 'times'>): number =>
  times.filter((time) => time !== null).length / times.length;

/** Seconds by which a moment may come later than the pace has it before that is a stop (est.). */
const STOP_SECONDS = 0.4;

/** Whether a moment came much later after the one before it than the pace has it. */
const isAfterStop = (pass: OpenPass, moment: number, time: number, seconds: readonly number[]): boolean => {
  const last = lastPlayed(pass);
  const expected = ((seconds[moment] as number) - (seconds[last] as number)) * pass.tempoRatio;
  return time - (pass.times[last] as number) > expected + STOP_SECONDS;
};

/** Moments of all stretches put into passes: one begins with the first moment, or where somebody goes back. */
const collectPasses = (stretches: readonly PlayedStretch[], seconds: readonly number[]): readonly OpenPass[] => {
  const passes: OpenPass[] = [];
  const count = seconds.length;
  stretches.forEach(({ moments, tempoRatio }) => {
    moments.forEach(({ moment, time }, index) => {
      const open = passes.at(-1);
      const goesOn = open && moment > lastPlayed(open) && (index > 0 || moment === lastPlayed(open) + 1);
      const pass: OpenPass = goesOn
        ? open
        : { times: Array<number | null>(count).fill(null), tempoRatio, hasStop: false };
      if (!goesOn) passes.push(pass);
      else if (index === 0 && isAfterStop(pass, moment, time, seconds)) pass.hasStop = true;
      pass.times[moment] = time;
    });
  });
  return passes;
};

/** Stretches that say how quickly it was played: long ones, where there are any. */
const computeTempoRatios = (stretches: readonly PlayedStretch[]): readonly [number, number] => {
  const long = stretches.filter(({ moments }) => moments.length >= 8);
  const told = long.length > 0 ? long : stretches;
  return [told[0]?.tempoRatio ?? 1, told.at(-1)?.tempoRatio ?? 1];
};

/** The passes of a take by the stretches it was played in; what is too little of one is left out. */
export const listPlayedPasses = (
  stretches: readonly PlayedStretch[],
  { moments }: Pick<AlignmentScene, 'moments'>,
): PlayedPasses => {
  const all = collectPasses(
    stretches,
    moments.map(({ time }) => time),
  );
  const passes = all.filter(
    (pass, index) => shareOf(pass) >= (index === all.length - 1 ? LEAST_SHARE.last : LEAST_SHARE.within),
  );
  return { passes, slower: computeTempoRatios(stretches) };
};

/** What was asked for of a player who took such a way, each stroke with the time of the take it belongs to. */
export interface RouteReference {
  readonly reference: TakeReference;
  /** Index of each stroke in a plain reference of as many passes. */
  readonly plainIndexes: readonly number[];
}

/** A reference that goes the player's own way: as many passes, only what was played of them, when it was played. */
export const createRouteReference = (
  { reference: once, moments }: AlignmentScene,
  { passes }: PlayedPasses,
): RouteReference => {
  const each = once.strokes.length;
  const found = passes.flatMap(({ times, tempoRatio }, pass) =>
    moments.flatMap(({ strokeIndexes }, moment) => {
      const onset = times[moment];
      if (onset === null || onset === undefined) return [];
      return strokeIndexes.map((index) => {
        const stroke = once.strokes[index] as ReferenceStroke;
        return {
          plain: pass * each + index,
          stroke: { ...stroke, pass, onset, duration: stroke.duration * tempoRatio },
        };
      });
    }),
  );
  found.sort((a, b) => a.stroke.onset - b.stroke.onset);
  const reference = { ...once, strokes: found.map(({ stroke }) => stroke), passes: passes.length };
  return { reference, plainIndexes: found.map(({ plain }) => plain) };
};

/** Seconds at which a stroke that was not played would have been, by the nearest moment of its pass that was. */
const expectTime = ({ times, tempoRatio }: PlayedPass, moment: number, seconds: readonly number[]): number => {
  const played = times.flatMap((time, index) => (time === null ? [] : [{ time, index }]));
  const nearest = played.reduce((best, one) =>
    Math.abs(one.index - moment) < Math.abs(best.index - moment) ? one : best,
  );
  return nearest.time + ((seconds[moment] as number) - (seconds[nearest.index] as number)) * tempoRatio;
};

const createUnplayed = (asked: number, pulse: number): AlignedStroke => ({
  asked,
  at: null,
  sure: false,
  pulse,
  decibels: null,
  level: null,
  what: 'unplayed',
  instead: null,
  confidence: 1,
});

/** A pass of a route with what was heard of each of its strokes. */
interface HeardPass {
  readonly pass: PlayedPass;
  readonly strokes: readonly AlignedStroke[];
}

const isDoubtful = ({ what }: AlignedStroke): boolean => what === 'missed' || what === 'unclear';

/** Strokes from one side on: what stands between those not played and the first that was heard was not played either. */
const leaveOutEdge = (strokes: readonly AlignedStroke[]): readonly AlignedStroke[] => {
  if (strokes[0]?.what !== 'unplayed') return strokes;
  const first = strokes.findIndex((stroke) => stroke.what !== 'unplayed' && !isDoubtful(stroke));
  return strokes.map((stroke, index) =>
    first < 0 || index < first ? createUnplayed(stroke.asked, stroke.pulse) : stroke,
  );
};

/** A pass that was broken off or begun on the way ends and begins with what was heard of it. */
const withoutDoubtfulEdges = ({ pass, strokes }: HeardPass): HeardPass => ({
  pass,
  strokes: leaveOutEdge(leaveOutEdge(strokes.toReversed()).toReversed()),
});

/** Whether enough was heard of a pass for there to have been one. */
const wasPlayed = ({ strokes }: HeardPass): boolean =>
  strokes.filter(({ what }) => what !== 'unplayed').length >= LEAST_SHARE.within * strokes.length;

/** Puts what was heard of a route into the order of a plain reference; what was not played stands there as such. */
export const mergeRoute = (
  { moments, reference: once }: AlignmentScene,
  { passes, slower }: PlayedPasses,
  { plainIndexes }: RouteReference,
  heard: Pick<TakeAlignment, 'strokes' | 'extras' | 'fit'>,
): TakeAlignment => {
  const each = once.strokes.length;
  const byPlain = new Map(heard.strokes.map((stroke) => [plainIndexes[stroke.asked] as number, stroke]));
  const momentOfStroke = new Map(
    moments.flatMap(({ strokeIndexes }, moment) => strokeIndexes.map((index) => [index, moment] as const)),
  );
  const seconds = moments.map(({ time }) => time);
  const strokesOf = (pass: PlayedPass, number: number): readonly AlignedStroke[] =>
    once.strokes.map((_, index) => {
      const asked = number * each + index;
      const pulse = (): number => expectTime(pass, momentOfStroke.get(index) as number, seconds);
      return byPlain.get(asked) ?? createUnplayed(asked, pulse());
    });
  const played = passes
    .map((pass, number) => withoutDoubtfulEdges({ pass, strokes: strokesOf(pass, number) }))
    .filter(wasPlayed);
  return {
    strokes: played.flatMap(({ strokes }, number) =>
      strokes.map((stroke, index) => ({ ...stroke, asked: number * each + index })),
    ),
    ...{ extras: heard.extras, fit: heard.fit, slower, cycles: played.length },
    stopped: played.flatMap(({ pass }, number) => (pass.hasStop ? [number] : [])),
  };
};
