import { createProblem, type Problem } from '../errors/index.ts';
import { message, type Message } from '../message/message.ts';
import { isStorableText } from '../schema/text-limits.ts';
import { validateInstrument, stringCount } from '../instrument/index.ts';
import {
  BEAT_UNITS,
  TEMPO_RANGE,
  beatsPerBar,
  hasFittingGroups,
  isSubdivisionPossible,
  metreKey,
  placeInBarOf,
  formatBarPosition,
  ticksPerBar,
} from '../time/index.ts';
import { listChordNames, listChordSpans, voicingAt } from './chord-changes.ts';
import { hasFittingEndings } from './endings.ts';
import { PATTERN_LIMITS, SWING_RANGE, patternLength, playedSpan, type Pattern, type Stroke } from './pattern.ts';
import {
  MAX_MIDI_PITCH,
  NODE_FRETS,
  findStoppedFret,
  findTouchFret,
  soundingPitchOfStroke,
  harmonicNodeInterval,
} from './sounding-pitch.ts';

const whole = (value: number, least: number, most: number): boolean =>
  Number.isInteger(value) && value >= least && value <= most;

/**
 * Where a stroke stands, as a teacher says it.
 * @example
 * describePosition(createPattern('P'), 840).params // => { beat: 2 }
 */
export const describePosition = (
  { metre, bars, course }: Pick<Pattern, 'metre' | 'bars' | 'course'>,
  at: number,
): Message => {
  if (!course) return formatBarPosition(metre, at, bars);
  let start = 0;
  for (const [index, bar] of course.entries()) {
    const ticks = ticksPerBar(bar.metre);
    if (at < start + ticks) return placeInBarOf(index + 1, formatBarPosition(bar.metre, at - start, 1));
    start += ticks;
  }
  return formatBarPosition(metre, at, bars);
};

/**
 * How long a pattern is, in bars.
 * @example
 * describeLength({ bars: 2 }).params // => { count: 2 }
 */
export const describeLength = ({ bars }: Pick<Pattern, 'bars'>): Message => message('term.bars', { count: bars });

type Rule = (pattern: Pattern) => Problem | undefined;

const unusable = (what: string, text: string | undefined): Problem | undefined =>
  text === undefined || isStorableText(text) ? undefined : createProblem('text-unusable', { what });

const RULES: readonly Rule[] = [
  ({ name }) =>
    name.trim().length > 0 && name.length <= PATTERN_LIMITS.name ? undefined : createProblem('name-wrong'),
  ({ name }) => unusable('name', name),
  ({ tags }) => unusable('tags', tags?.join()),
  (pattern) => unusable('chord', listChordNames(pattern).join()),
  ({ metre }) =>
    whole(metre.beats, 1, PATTERN_LIMITS.beats) && BEAT_UNITS.includes(metre.unit) && hasFittingGroups(metre)
      ? undefined
      : createProblem('metre-unknown', { value: metreKey(metre) }),
  ({ bars }) =>
    whole(bars, 1, PATTERN_LIMITS.bars)
      ? undefined
      : createProblem('length-out-of-range', { least: 1, most: PATTERN_LIMITS.bars, value: bars }),
  ({ metre, subdivision }) =>
    isSubdivisionPossible(metre, subdivision)
      ? undefined
      : createProblem('subdivision-unknown', { value: subdivision }),
  ({ metre, divisions }) => {
    const wrong = divisions?.find(({ parts }) => !isSubdivisionPossible(metre, parts));
    return wrong && createProblem('subdivision-unknown', { value: wrong.parts });
  },
  ({ metre, bars, divisions }) => {
    const outside = divisions?.find(
      ({ beat }, index, all) => !whole(beat, 0, beatsPerBar(metre) * bars - 1) || beat <= (all[index - 1]?.beat ?? -1),
    );
    return outside && createProblem('division-wrong', { beat: outside.beat + 1, beats: beatsPerBar(metre) * bars });
  },
  ({ swing }) =>
    swing === undefined || (swing >= SWING_RANGE.least && swing <= SWING_RANGE.most)
      ? undefined
      : createProblem('swing-wrong', { ...SWING_RANGE, value: swing }),
  ({ tags }) =>
    !tags ||
    (tags.length <= PATTERN_LIMITS.tags &&
      tags.every((tag) => tag.trim().length > 0 && tag.length <= PATTERN_LIMITS.tag))
      ? undefined
      : createProblem('tags-wrong', { most: PATTERN_LIMITS.tags, letters: PATTERN_LIMITS.tag }),
  ({ tempo }) =>
    tempo >= TEMPO_RANGE.least && tempo <= TEMPO_RANGE.most
      ? undefined
      : createProblem('tempo-out-of-range', { ...TEMPO_RANGE, value: tempo }),
  ({ strokes }) =>
    strokes.length <= PATTERN_LIMITS.strokes
      ? undefined
      : createProblem('too-many-strokes', { most: PATTERN_LIMITS.strokes, value: strokes.length }),
  (pattern) => {
    const strings = stringCount(pattern.instrument);
    const wrong = listChordSpans(pattern).find(({ voicing }) => voicing.frets.length !== strings)?.voicing;
    return wrong && createProblem('voicing-strings', { chord: wrong.chord, value: wrong.frets.length, strings });
  },
  (pattern) => {
    const bar = ticksPerBar(pattern.metre);
    const { from, to } = playedSpan(pattern);
    const length = patternLength(pattern);
    const isRight = whole(from, 0, bar - 1) && whole(to, length - bar + 1, length) && from < to;
    return pattern.course || isRight ? undefined : createProblem('span-wrong', { length: describeLength(pattern) });
  },
  (pattern) =>
    hasFittingEndings(pattern) ? undefined : createProblem('endings-wrong', { length: describeLength(pattern) }),
  (pattern) => {
    const length = patternLength(pattern);
    const wrong = pattern.chordChanges?.find(
      ({ at }, index, all) => !whole(at, 1, length - 1) || at <= (all[index - 1]?.at ?? 0),
    );
    return (
      wrong && createProblem('chord-change-wrong', { chord: wrong.voicing.chord, length: describeLength(pattern) })
    );
  },
];

const fretProblems = (pattern: Pattern): readonly Problem[] => {
  const most = pattern.instrument.frets - pattern.instrument.capo;
  return listChordSpans(pattern).flatMap(({ voicing: { frets } }) =>
    frets.flatMap((fret, index) =>
      fret === null || whole(fret, 0, most)
        ? []
        : [createProblem('fret-out-of-range', { value: fret, string: frets.length - index, most })],
    ),
  );
};

/**
 * Why a stroke could not stand in a pattern, leaving aside what its voicing mutes.
 * @example
 * validatePlacement(createPattern('P'), { id: 'a', at: 9999, string: 1 }).code // => 'stroke-outside-length'
 */
export const validatePlacement = (pattern: Pattern, stroke: Stroke): Problem | undefined => {
  const strings = stringCount(pattern.instrument);
  const { from, to } = playedSpan(pattern);
  if (!whole(stroke.at, from, to - 1))
    return createProblem('stroke-outside-length', {
      where: describePosition(pattern, stroke.at),
      length: describeLength(pattern),
    });
  if (!whole(stroke.string, 1, strings))
    return createProblem('string-missing', {
      string: stroke.string,
      strings,
      where: describePosition(pattern, stroke.at),
    });
  return soundProblem(pattern, stroke);
};

/** What keeps the other hand from stopping or touching the string there. */
const soundProblem = (pattern: Pattern, stroke: Stroke): Problem | undefined => {
  const most = pattern.instrument.frets - pattern.instrument.capo;
  if (stroke.fret !== undefined && !whole(stroke.fret, 0, most))
    return createProblem('fret-out-of-range', { value: stroke.fret, string: stroke.string, most });
  if (stroke.harmonic && !NODE_FRETS.includes(harmonicNodeInterval(pattern, stroke) ?? 12))
    return createProblem('no-node', {
      where: describePosition(pattern, stroke.at),
      touch: findTouchFret(stroke.harmonic, findStoppedFret(pattern, stroke)),
      nodes: NODE_FRETS.join(', '),
    });
  const pitch = soundingPitchOfStroke(pattern, stroke) ?? 0;
  if (pitch <= MAX_MIDI_PITCH) return undefined;
  return createProblem('pitch-too-high', {
    where: describePosition(pattern, stroke.at),
    value: pitch,
    most: MAX_MIDI_PITCH,
  });
};

const clashProblems = (pattern: Pattern): readonly Problem[] => {
  const seen = new Set<number>();
  const ids = new Set<string>();
  return pattern.strokes.flatMap(({ id, at, string }) => {
    const found: Problem[] = [];
    const place = at * 16 + string;
    if (seen.has(place)) found.push(createProblem('string-taken', { string, where: describePosition(pattern, at) }));
    if (ids.has(id)) found.push(createProblem('stroke-id-taken', { id }));
    seen.add(place);
    ids.add(id);
    return found;
  });
};

/**
 * Everything that keeps a pattern from being one; empty when it stands. Muted strokes are not among it.
 * @example
 * validatePattern(createPattern('P', { bars: 0 })).length > 0 // => true
 */
export const validatePattern = (pattern: Pattern): readonly Problem[] => {
  const basic = [
    ...RULES.flatMap((rule) => rule(pattern) ?? []),
    ...validateInstrument(pattern.instrument),
    ...fretProblems(pattern),
  ];
  if (basic.length > 0) return basic;
  return [...pattern.strokes.flatMap((stroke) => validatePlacement(pattern, stroke) ?? []), ...clashProblems(pattern)];
};

/** A stroke that stays in a pattern although something about it cannot be played, and what. */
export interface StrokeProblem {
  readonly stroke: Stroke;
  readonly problem: Problem;
}

const named = (strokes: readonly Stroke[], say: (stroke: Stroke) => Problem): readonly StrokeProblem[] =>
  strokes.map((stroke) => ({ stroke, problem: say(stroke) }));

/**
 * Strokes on strings that the voicing mutes: they stay in the pattern, and are named.
 * @example
 * findMutedStrokes(valueOrThrow(parseStringNotation('5 3 2 3')).pattern).length // => 0
 */
export const findMutedStrokes = (pattern: Pattern): readonly StrokeProblem[] =>
  named(
    pattern.strokes.filter((stroke) => !stroke.dead && findStoppedFret(pattern, stroke) === null),
    (stroke) => createMutedStringProblem(pattern, stroke),
  );

/**
 * The problem of a stroke on a muted string.
 * @example
 * createMutedStringProblem(createPattern('P'), { at: 0, string: 6 }).code // => 'string-muted'
 */
export const createMutedStringProblem = (pattern: Pattern, stroke: Pick<Stroke, 'at' | 'string'>): Problem =>
  createProblem('string-muted', {
    string: stroke.string,
    chord: voicingAt(pattern, stroke.at).chord,
    where: describePosition(pattern, stroke.at),
  });

/**
 * Slurs that no note on their string comes before: the other hand has nothing to hammer on from. They stay, and are
 * named.
 * @example
 * findSlursWithoutOrigin(valueOrThrow(parseStringNotation('5 3 2 3')).pattern).length // => 0
 */
export const findSlursWithoutOrigin = (pattern: Pattern): readonly StrokeProblem[] => {
  const times = new Map<number, number[]>();
  for (const { at, string } of pattern.strokes) {
    const own = times.get(string);
    if (own) own.push(at);
    else times.set(string, [at]);
  }
  const follows = ({ at, string }: Stroke): boolean => {
    const own = times.get(string) ?? [];
    return pattern.cyclic ? own.length > 1 : (own[0] as number) < at;
  };
  return named(
    pattern.strokes.filter((stroke) => stroke.slur && !follows(stroke)),
    (stroke) =>
      createProblem('slur-without-note', { string: stroke.string, where: describePosition(pattern, stroke.at) }),
  );
};

const touchOf = (pattern: Pattern, stroke: Stroke): number | undefined =>
  stroke.harmonic && findTouchFret(stroke.harmonic, findStoppedFret(pattern, stroke));

/**
 * Harmonics that are touched beyond the last fret, where the hand has to find the place without one.
 * @example
 * findHarmonicsBeyondNeck(valueOrThrow(parseStringNotation('5 3 2 3')).pattern).length // => 0
 */
export const findHarmonicsBeyondNeck = (pattern: Pattern): readonly StrokeProblem[] => {
  const frets = pattern.instrument.frets - pattern.instrument.capo;
  return named(
    pattern.strokes.filter((stroke) => (touchOf(pattern, stroke) ?? 0) > frets),
    (stroke) =>
      createProblem('touch-beyond-neck', {
        where: describePosition(pattern, stroke.at),
        string: stroke.string,
        touch: touchOf(pattern, stroke) ?? 0,
        frets,
      }),
  );
};
