import { message, type Message } from '../message/message.ts';
import { listDigitsInOrder, analysePattern, computeTimedTransitions, type PatternAnalysis } from '../analysis/index.ts';
import { createTaskFromPattern, type FingeringOptions } from '../fingering/index.ts';
import {
  compareByTimeThenString,
  createPattern,
  patternLength,
  subdivisionTicks,
  describePosition,
  voicingAt,
  type Pattern,
  type Stroke,
} from '../pattern/index.ts';

/** A drill made to loop one hard spot: its two strings, then three, then all. */
export interface TroubleSpotDrill {
  /** The drill, still under the name of the pattern it comes from. */
  readonly pattern: Pattern;
  /** What to call it. */
  readonly name: Message;
  /** What it is about, in a sentence. */
  readonly description: Message;
}

interface TroubleSpot {
  readonly from: Stroke;
  readonly to: Stroke;
  readonly strain: number;
}

/** The hardest ways from stroke to stroke: what there is to find first, then what needs most of its time. */
const findTroubleSpots = (
  pattern: Pattern,
  judgement: PatternAnalysis,
  options: FingeringOptions,
  count: number,
): readonly TroubleSpot[] => {
  const { diagnostics } = judgement;
  const task = createTaskFromPattern(pattern, options);
  const at = new Map(pattern.strokes.map((stroke) => [stroke.id, stroke]));
  const spot = (from: string | undefined, to: string | undefined, strain: number): TroubleSpot[] => {
    const [a, b] = [at.get(from ?? ''), at.get(to ?? '')];
    return a && b && a.string !== b.string ? [{ from: a, to: b, strain }] : [];
  };
  const found = diagnostics.flatMap(({ strokeIds, severity }) =>
    spot(strokeIds[strokeIds.length - 2], strokeIds[strokeIds.length - 1], 1 + severity),
  );
  const strained = computeTimedTransitions(task, listDigitsInOrder(pattern, judgement)).flatMap(
    ({ from, to, neededSeconds, availableSeconds }) =>
      spot(pattern.strokes[from]?.id, pattern.strokes[to]?.id, neededSeconds / availableSeconds),
  );
  const seen = new Set<string>();
  return [...found, ...strained]
    .sort((a, b) => b.strain - a.strain)
    .filter(({ from, to }) => {
      const pair = [from.string, to.string].sort().join();
      if (seen.has(pair)) return false;
      seen.add(pair);
      return true;
    })
    .slice(0, count);
};

/** A stroke pinned to the digit it has in the whole. */
const pinStroke = (stroke: Stroke, digits: PatternAnalysis['digits']): Stroke => {
  const digit = digits[stroke.id];
  return digit ? { ...stroke, pin: digit } : stroke;
};

/** Strokes of some strings, pinned to the digits they have in the whole. */
const pinStrokesOnStrings = (
  pattern: Pattern,
  digits: PatternAnalysis['digits'],
  strings: readonly number[],
): readonly Stroke[] =>
  pattern.strokes.filter(({ string }) => strings.includes(string)).map((stroke) => pinStroke(stroke, digits));

/** The two strokes of the spot, over and over, one part of the beat after another. */
const createPairDrill = (pattern: Pattern, digits: PatternAnalysis['digits'], { from, to }: TroubleSpot): Pattern => {
  const slot = subdivisionTicks(pattern);
  const base = createPattern(pattern.name, {
    metre: pattern.metre,
    subdivision: pattern.subdivision,
    tempo: pattern.tempo,
    instrument: pattern.instrument,
    voicing: voicingAt(pattern, to.at),
    school: pattern.school,
    ownSchool: pattern.ownSchool,
  });
  const strokes = Array.from({ length: patternLength(base) / slot }, (_, index): Stroke => {
    const { id, string, fret } = index % 2 === 0 ? from : to;
    const digit = digits[id];
    return {
      id: `s${index}`,
      at: index * slot,
      string,
      ...(fret === undefined ? {} : { fret }),
      ...(digit ? { pin: digit } : {}),
    };
  });
  return { ...base, strokes: [...strokes].sort(compareByTimeThenString) };
};

const changeAlone = (pattern: Pattern, from: Stroke, to: Stroke): Message =>
  message('drill.string-change.description', {
    from: from.string,
    to: to.string,
    place: describePosition(pattern, to.at),
  });

/**
 * Some strokes of a pattern by themselves, with the digits they have in the whole: two on two strings over and over,
 * more of them in their own time. Null where they are all of it, or none.
 * @example
 * createStrokesDrill(valueOrThrow(parseStringNotation('5 3 2 3')).pattern, []) // => null
 */
export const createStrokesDrill = (
  pattern: Pattern,
  ids: readonly string[],
  options: FingeringOptions = {},
): TroubleSpotDrill | null => {
  const own = pattern.strokes.filter(({ id }) => ids.includes(id));
  const [from, to] = own;
  if (!from || own.length === pattern.strokes.length) return null;
  const { digits } = analysePattern(pattern, options);
  const name =
    own.length > 2
      ? message('drill.isolated.name-many', { name: pattern.name, count: own.length })
      : message('drill.isolated.name', {
          name: pattern.name,
          places: own.map(({ at }) => describePosition(pattern, at)),
        });
  if (to && own.length === 2 && from.string !== to.string)
    return {
      pattern: createPairDrill(pattern, digits, { from, to, strain: 1 }),
      name,
      description: changeAlone(pattern, from, to),
    };
  return {
    pattern: { ...pattern, strokes: own.map((stroke) => pinStroke(stroke, digits)) },
    name,
    description: message('drill.isolated.description'),
  };
};

/** The string nearest to two others among those used. */
const findThirdString = ({ strokes }: Pattern, pair: readonly number[]): number | undefined =>
  [...new Set(strokes.map(({ string }) => string))]
    .filter((string) => !pair.includes(string))
    .sort(
      (a, b) => Math.min(...pair.map((one) => Math.abs(one - a))) - Math.min(...pair.map((one) => Math.abs(one - b))),
    )[0];

/**
 * Drills for the worst crossings of a pattern: each on its string pair alone, then with a third string, at last the
 * whole again, ready to loop. Digits are pinned as the whole has them.
 * @example
 * createTroubleSpotDrills(valueOrThrow(parseStringNotation('5 3 2 3')).pattern).length <= 9 // => true
 */
export const createTroubleSpotDrills = (
  pattern: Pattern,
  options: FingeringOptions = {},
  count = 3,
): readonly TroubleSpotDrill[] => {
  const judgement = analysePattern(pattern, options);
  const { name } = pattern;
  const onStrings = (strings: readonly number[]): Message =>
    message('drill.part-name', { name, part: message('drill.strings.name', { strings }) });
  const spots = findTroubleSpots(pattern, judgement, options, count).flatMap((spot): TroubleSpotDrill[] => {
    const pair = [spot.from.string, spot.to.string];
    const third = findThirdString(pattern, pair);
    const two = {
      pattern: createPairDrill(pattern, judgement.digits, spot),
      name: onStrings(pair),
      description: changeAlone(pattern, spot.from, spot.to),
    };
    if (third === undefined) return [two];
    const three = {
      pattern: { ...pattern, strokes: pinStrokesOnStrings(pattern, judgement.digits, [...pair, third]) },
      name: onStrings([...pair, third]),
      description: message('drill.strings-added.description', { string: third }),
    };
    return [two, three];
  });
  const strings = pattern.strokes.map(({ string }) => string);
  const whole = {
    pattern: { ...pattern, strokes: pinStrokesOnStrings(pattern, judgement.digits, strings) },
    name: message('drill.part-name', { name, part: message('drill.whole.name') }),
    description: message('drill.whole.description'),
  };
  return spots.length === 0 ? [] : [...spots, whole];
};
