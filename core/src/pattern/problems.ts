import { problem, type Problem } from '../errors/index.ts';
import { problemsOfInstrument, stringCount } from '../instrument/index.ts';
import { BEAT_UNITS, TEMPO_RANGE, canSubdivide, placeName } from '../time/index.ts';
import { PATTERN_LIMITS, SWING_RANGE, patternLength, type Pattern, type Stroke } from './pattern.ts';
import { NODE_FRETS, stoppedFret, touchInterval } from './sounding.ts';

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
  ({ metre, divisions }) => {
    const wrong = divisions?.find(({ parts }) => !canSubdivide(metre, parts));
    return wrong && problem('subdivision-unknown', { value: wrong.parts });
  },
  ({ metre, bars, divisions }) => {
    const outside = divisions?.find(
      ({ beat }, index, all) => !whole(beat, 0, metre.beats * bars - 1) || beat <= (all[index - 1]?.beat ?? -1),
    );
    return outside && problem('division-wrong', { beat: outside.beat + 1, beats: metre.beats * bars });
  },
  ({ swing }) =>
    swing === undefined || (swing >= SWING_RANGE.least && swing <= SWING_RANGE.most)
      ? undefined
      : problem('swing-wrong', { ...SWING_RANGE, value: swing }),
  ({ tags }) =>
    !tags ||
    (tags.length <= PATTERN_LIMITS.tags &&
      tags.every((tag) => tag.trim().length > 0 && tag.length <= PATTERN_LIMITS.tag))
      ? undefined
      : problem('tags-wrong', { most: PATTERN_LIMITS.tags, letters: PATTERN_LIMITS.tag }),
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
      : problem('voicing-strings', {
          chord: voicing.chord,
          value: voicing.frets.length,
          strings: stringCount(instrument),
        }),
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
  return soundProblem(pattern, stroke, where);
};

/** What keeps the other hand from stopping or touching the string there. */
const soundProblem = (pattern: Pattern, stroke: Stroke, where: string): Problem | undefined => {
  const most = pattern.instrument.frets - pattern.instrument.capo;
  if (stroke.fret !== undefined && !whole(stroke.fret, 0, most))
    return problem('fret-out-of-range', { value: stroke.fret, string: stroke.string, most });
  if (!stroke.harmonic) return undefined;
  const interval = touchInterval(pattern, stroke) ?? 12;
  if (!NODE_FRETS.includes(interval))
    return problem('no-node', { where, touch: stroke.harmonic.touch, nodes: NODE_FRETS.join(', ') });
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
    .filter((stroke) => stoppedFret(pattern, stroke) === null)
    .map((stroke) => ({ stroke, problem: mutedProblem(pattern, stroke) }));

/** The problem of a stroke on a muted string. */
export const mutedProblem = (pattern: Pattern, stroke: Pick<Stroke, 'at' | 'string'>): Problem =>
  problem('string-muted', {
    string: stroke.string,
    chord: pattern.voicing.chord,
    where: whereIs(pattern, stroke.at),
  });

/** Slurs that no note on their string comes before: the other hand has nothing to hammer on from. They stay, and are named. */
export const looseSlurs = (pattern: Pattern): readonly { readonly stroke: Stroke; readonly problem: Problem }[] =>
  pattern.strokes
    .filter(
      (stroke) =>
        stroke.slur &&
        !pattern.strokes.some(
          ({ at, string }) => string === stroke.string && (at < stroke.at || (pattern.cyclic && at !== stroke.at)),
        ),
    )
    .map((stroke) => ({
      stroke,
      problem: problem('slur-without-note', { string: stroke.string, where: whereIs(pattern, stroke.at) }),
    }));
