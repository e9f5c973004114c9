import { problem, type Problem } from '../errors/index.ts';
import { sounds } from '../harmony/index.ts';
import { problemsOfInstrument, stringCount } from '../instrument/index.ts';
import { BEAT_UNITS, TEMPO_RANGE, canSubdivide, placeName } from '../time/index.ts';
import { PATTERN_LIMITS, patternLength, type Pattern, type Stroke } from './pattern.ts';

const whole = (value: number, least: number, most: number): boolean =>
  Number.isInteger(value) && value >= least && value <= most;

/** Where a stroke stands, as a teacher says it. */
export const whereIs = (pattern: Pick<Pattern, 'metre' | 'bars'>, at: number): string =>
  placeName(pattern.metre, at, pattern.bars);

type Rule = (pattern: Pattern) => Problem | undefined;

const RULES: readonly Rule[] = [
  ({ name }) => (name.trim().length > 0 && name.length <= PATTERN_LIMITS.name ? undefined : problem('name-wrong')),
  ({ metre }) =>
    whole(metre.beats, 1, PATTERN_LIMITS.beats) && BEAT_UNITS.includes(metre.unit)
      ? undefined
      : problem('metre-unknown', { value: `${metre.beats}/${metre.unit}` }),
  ({ bars }) =>
    whole(bars, 1, PATTERN_LIMITS.bars)
      ? undefined
      : problem('length-out-of-range', { least: 1, most: PATTERN_LIMITS.bars, value: bars }),
  ({ metre, subdivision }) =>
    canSubdivide(metre, subdivision) ? undefined : problem('subdivision-unknown', { value: subdivision }),
  ({ tempo }) =>
    tempo >= TEMPO_RANGE.least && tempo <= TEMPO_RANGE.most
      ? undefined
      : problem('tempo-out-of-range', { ...TEMPO_RANGE, value: tempo }),
  ({ strokes }) =>
    strokes.length <= PATTERN_LIMITS.strokes
      ? undefined
      : problem('too-many-strokes', { most: PATTERN_LIMITS.strokes, value: strokes.length }),
  ({ voicing, instrument }) =>
    voicing.frets.length === stringCount(instrument)
      ? undefined
      : problem('voicing-strings', { chord: voicing.chord, value: voicing.frets.length, strings: stringCount(instrument) }),
];

const fretProblems = ({ voicing, instrument }: Pattern): readonly Problem[] => {
  const most = instrument.frets - instrument.capo;
  return voicing.frets.flatMap((fret, index) =>
    fret === null || whole(fret, 0, most)
      ? []
      : [problem('fret-out-of-range', { value: fret, string: voicing.frets.length - index, most })],
  );
};

/** Why a stroke could not stand in a pattern, leaving aside what its voicing mutes. */
export const placementProblem = (pattern: Pattern, stroke: Stroke): Problem | undefined => {
  const where = whereIs(pattern, stroke.at);
  const strings = stringCount(pattern.instrument);
  if (!whole(stroke.at, 0, patternLength(pattern) - 1))
    return problem('stroke-outside-length', { where, length: pattern.bars === 1 ? 'one bar' : `${pattern.bars} bars` });
  if (!whole(stroke.string, 1, strings)) return problem('string-missing', { string: stroke.string, strings, where });
  return undefined;
};

const clashProblems = (pattern: Pattern): readonly Problem[] => {
  const seen = new Set<string>();
  const ids = new Set<string>();
  return pattern.strokes.flatMap(({ id, at, string }) => {
    const found: Problem[] = [];
    if (seen.has(`${at}/${string}`)) found.push(problem('string-taken', { string, where: whereIs(pattern, at) }));
    if (ids.has(id)) found.push(problem('stroke-id-taken', { id }));
    seen.add(`${at}/${string}`);
    ids.add(id);
    return found;
  });
};

/** Everything that keeps a pattern from being one; empty when it stands. Muted strokes are not among it. */
export const problemsOfPattern = (pattern: Pattern): readonly Problem[] => {
  const basic = [
    ...RULES.flatMap((rule) => rule(pattern) ?? []),
    ...problemsOfInstrument(pattern.instrument),
    ...fretProblems(pattern),
  ];
  if (basic.length > 0) return basic;
  return [...pattern.strokes.flatMap((stroke) => placementProblem(pattern, stroke) ?? []), ...clashProblems(pattern)];
};

/** Strokes on strings that the voicing mutes: they stay in the pattern, and are named. */
export const mutedStrokes = (pattern: Pattern): readonly { readonly stroke: Stroke; readonly problem: Problem }[] =>
  pattern.strokes
    .filter((stroke) => !sounds(pattern.voicing, stroke.string))
    .map((stroke) => ({ stroke, problem: mutedProblem(pattern, stroke) }));

/** The problem of a stroke on a muted string. */
export const mutedProblem = (pattern: Pattern, stroke: Pick<Stroke, 'at' | 'string'>): Problem =>
  problem('string-muted', {
    string: stroke.string,
    chord: pattern.voicing.chord,
    where: whereIs(pattern, stroke.at),
  });
