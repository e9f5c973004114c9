import type { TakeReference, ReferenceStroke } from '../model/reference.ts';
import { createUnplayed, type AlignedStroke, type TakeAlignment } from '../model/take-alignment.ts';
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

/** A pass of a route with what was heard of each of its strokes. */
interface HeardPass {
  readonly pass: PlayedPass;
  readonly strokes: readonly AlignedStroke[];
}

const isDoubtful = ({ what }: AlignedStroke): boolean => what === 'missed' || what === 'unclear';

/** Strokes one after another without a sound, and seconds they take, by which somebody rested (est.). */
const SILENCE = { strokes: 4, seconds: 0.9 } as const;

/** Indexes of strokes, in order of time, in stretches where nothing was heard for so long that nobody played. */
const findSilences = (strokes: readonly AlignedStroke[]): ReadonlySet<number> => {
  const silent = new Set<number>();
  let run: AlignedStroke[] = [];
  const end = (): void => {
    const seconds = (run.at(-1)?.pulse ?? 0) - (run[0]?.pulse ?? 0);
    if (run.length >= SILENCE.strokes && seconds >= SILENCE.seconds) for (const { asked } of run) silent.add(asked);
    run = [];
  };
  for (const stroke of strokes.filter(({ what }) => what !== 'unplayed')) {
    if (isDoubtful(stroke)) run.push(stroke);
    else end();
  }
  end();
  return silent;
};

/** Passes in which what stands in a silence was not played. */
const leaveOutSilences = (passes: readonly HeardPass[]): readonly HeardPass[] => {
  const silent = findSilences(passes.flatMap(({ strokes }) => strokes));
  return passes.map(({ pass, strokes }) => ({
    pass,
    strokes: strokes.map((stroke) => (silent.has(stroke.asked) ? createUnplayed(stroke.asked, stroke.pulse) : stroke)),
  }));
};

/** Strokes from one side on: what stands there before the first that was heard was not played. */
const leaveOutEdge = (strokes: readonly AlignedStroke[]): readonly AlignedStroke[] => {
  const first = strokes.findIndex((stroke) => stroke.what !== 'unplayed' && !isDoubtful(stroke));
  return strokes.map((stroke, index) =>
    first < 0 || index < first ? createUnplayed(stroke.asked, stroke.pulse) : stroke,
  );
};

/** Seconds of rest or haste between two passes by which one knows that the second was begun anew (est.). */
const SEAM_SECONDS = 0.2;

/** Whether one pass follows another in time, as if there had been no stop. */
const followsInTime = (
  before: PlayedPass | undefined,
  after: PlayedPass | undefined,
  { moments, reference }: AlignmentScene,
): boolean => {
  if (!before || !after) return false;
  const [last, first] = [
    before.times.findLastIndex((time) => time !== null),
    after.times.findIndex((time) => time !== null),
  ];
  const secondsOf = (moment: number): number => moments[moment]?.time ?? 0;
  const expected = (reference.passSeconds - secondsOf(last) + secondsOf(first)) * before.tempoRatio;
  const between = (after.times[first] ?? 0) - (before.times[last] ?? 0);
  return Math.abs(between - expected) < SEAM_SECONDS;
};

/** A pass that was broken off or begun on the way, or beside a stop, ends and begins with what was heard of it. */
const withoutDoubtfulEdges = (
  { pass, strokes }: HeardPass,
  { followsOn, goesOn }: { readonly followsOn: boolean; readonly goesOn: boolean },
): HeardPass => {
  const begun = followsOn && strokes[0]?.what !== 'unplayed' ? strokes : leaveOutEdge(strokes);
  if (goesOn && begun.at(-1)?.what !== 'unplayed') return { pass, strokes: begun };
  return { pass, strokes: leaveOutEdge(begun.toReversed()).toReversed() };
};

/** Whether enough was heard of a pass for there to have been one. */
const wasPlayed = ({ strokes }: HeardPass): boolean =>
  strokes.filter(({ what }) => what === 'matched').length >= LEAST_SHARE.within * strokes.length;

/** Whether a pass was gone on with after a silence. */
const hasHole = ({ strokes }: HeardPass): boolean => {
  const isPlayed = ({ what }: AlignedStroke): boolean => what !== 'unplayed';
  return strokes.slice(strokes.findIndex(isPlayed), strokes.findLastIndex(isPlayed) + 1).some((one) => !isPlayed(one));
};

/** Puts what was heard of a route into the order of a plain reference; what was not played stands there as such. */
export const mergeRoute = (
  scene: AlignmentScene,
  { passes, slower }: PlayedPasses,
  { plainIndexes }: RouteReference,
  heard: Pick<TakeAlignment, 'strokes' | 'extras'>,
  fitOf: (isPlayed: (routeIndex: number) => boolean) => number,
): TakeAlignment => {
  const { moments, reference: once } = scene;
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
  const played = leaveOutSilences(passes.map((pass, number) => ({ pass, strokes: strokesOf(pass, number) })))
    .map((heardPass, number) =>
      withoutDoubtfulEdges(heardPass, {
        followsOn: followsInTime(passes[number - 1], passes[number], scene),
        goesOn: followsInTime(passes[number], passes[number + 1], scene),
      }),
    )
    .filter(wasPlayed);
  const kept = new Set(
    played.flatMap(({ strokes }) => strokes.flatMap(({ what, asked }) => (what === 'unplayed' ? [] : [asked]))),
  );
  return {
    strokes: played.flatMap(({ strokes }, number) =>
      strokes.map((stroke, index) => ({ ...stroke, asked: number * each + index })),
    ),
    ...{ extras: heard.extras, slower, cycles: played.length },
    fit: fitOf((index) => kept.has(plainIndexes[index] as number)),
    stopped: played.flatMap((one, number) => (one.pass.hasStop || hasHole(one) ? [number] : [])),
  };
};
