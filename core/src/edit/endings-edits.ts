import {
  areBarsAlike,
  arrangeBars,
  findEndings,
  hasFittingEndings,
  isDeepEqual,
  measureEndings,
  type Endings,
  type Pattern,
  type PlacedBars,
} from '../pattern/index.ts';
import { setChords } from './chord-edits.ts';
import { createIdGenerator } from './ids.ts';
import { applyEdit } from './apply-edit.ts';
import { PATTERN_DOCUMENT_TYPE, type AnyPatternEdit } from './pattern-edit.ts';

const count = (times: number): readonly number[] => Array.from({ length: times }, (_, index) => index);

/** The edits that make one arrangement of a pattern's bars of another. */
const editsBetween = (before: Pattern, after: Pattern): readonly AnyPatternEdit[] => {
  const old = new Map(before.strokes.map((stroke) => [stroke.id, stroke]));
  const kept = new Set(after.strokes.map(({ id }) => id));
  const changed = after.strokes.filter((stroke) => !isDeepEqual(stroke, old.get(stroke.id)));
  const chords = isDeepEqual(before.chordChanges, after.chordChanges)
    ? { ...after, chordChanges: before.chordChanges }
    : after;
  return [
    { kind: 'remove', ids: before.strokes.map(({ id }) => id).filter((id) => !kept.has(id)) },
    ...(isDeepEqual(before.divisions, after.divisions)
      ? []
      : [{ kind: 'setDivisions', divisions: after.divisions } as const]),
    ...setChords(before, chords),
    ...(before.ends === after.ends ? [] : [{ kind: 'setSpan', begins: after.begins, ends: after.ends } as const]),
    ...(before.bars === after.bars ? [] : [{ kind: 'setBars', bars: after.bars } as const]),
    ...(isDeepEqual(before.endings, after.endings) ? [] : [{ kind: 'setEndings', endings: after.endings } as const]),
    { kind: 'put', strokes: changed },
  ];
};

const rearranged = (pattern: Pattern, stretches: readonly PlacedBars[], endings: Endings): AnyPatternEdit => {
  const after = arrangeBars(pattern, stretches, createIdGenerator(pattern));
  return { kind: 'batch', edits: editsBetween(pattern, { ...after, endings }) };
};

/** Every time through: the bars all share, taken from one of them, then the ending it has. */
const stretchesOf = (
  pass: number,
  { times, bars: ending }: Endings,
  sharedFrom: number,
  endingOf: (time: number) => number,
): readonly PlacedBars[] =>
  count(times).flatMap((time) => [
    { from: sharedFrom * pass, count: pass - ending },
    { from: endingOf(time) * pass + pass - ending, count: ending },
  ]);

/** Endings that are written out already: of bars that come so often, and end differently. */
const findWritten = (pattern: Pattern, times: number): Endings | undefined => {
  const found = findEndings(pattern, times);
  if (!found) return undefined;
  const { pass, shared } = measureEndings(pattern.bars, found);
  const differs = count(times).some(
    (time) => !areBarsAlike(pattern, shared, pattern, time * pass + shared, found.bars),
  );
  return differs ? found : undefined;
};

/**
 * The edit that gives a pattern endings, or others than it has. Its bars come so often then, each time with a last part
 * of its own, at first the same; bars that are such a figure already are taken as they stand. Without endings all bars
 * stay as they are written out.
 * @example
 * valueOrThrow(
 *   applyPatternEdit(
 *     createPattern('P', { bars: 4 }),
 *     createEndingsEdit(createPattern('P', { bars: 4 }), { times: 2, bars: 1 }),
 *   ),
 * ).document.bars // => 8
 */
export const createEndingsEdit = (pattern: Pattern, wanted: Endings | undefined): AnyPatternEdit => {
  if (!wanted) return { kind: 'setEndings', endings: undefined };
  const { endings: now } = pattern;
  const written = now ? undefined : findWritten(pattern, wanted.times);
  if (written) return { kind: 'setEndings', endings: written };
  const times = now?.times ?? 1;
  const pass = pattern.bars / times;
  // No bar is left before such an ending: the pattern is refused with the reason.
  if (wanted.bars >= pass) return { kind: 'setEndings', endings: { ...wanted, bars: pattern.bars } };
  return rearranged(
    pattern,
    stretchesOf(pass, wanted, 0, (time) => Math.min(time, times - 1)),
    wanted,
  );
};

/**
 * The edit that makes each time through of a pattern with endings so many bars long: bars are added or left out before
 * the endings.
 * @example
 * valueOrThrow(
 *   applyPatternEdit(
 *     { ...createPattern('P', { bars: 8 }), endings: { times: 2, bars: 1 } },
 *     createPassBarsEdit({ ...createPattern('P', { bars: 8 }), endings: { times: 2, bars: 1 } }, 3),
 *   ),
 * ).document.bars // => 6
 */
export const createPassBarsEdit = (pattern: Pattern & { readonly endings: Endings }, bars: number): AnyPatternEdit => {
  const { endings } = pattern;
  const { pass } = measureEndings(pattern.bars, endings);
  const ending = Math.max(1, Math.min(endings.bars, bars - 1));
  const shared = Math.min(bars, pass) - ending;
  const stretches = count(endings.times).flatMap((time) => [
    { from: 0, count: shared },
    ...count(Math.max(0, bars - pass)).map(() => ({ from: shared - 1, count: 1, isBlank: true })),
    { from: (time + 1) * pass - ending, count: ending },
  ]);
  return rearranged(pattern, stretches, { ...endings, bars: ending });
};

/** Which of its times through a change altered in the bars that all share. */
const changedPasses = (before: Pattern, after: Pattern & { readonly endings: Endings }): readonly number[] => {
  const { times } = after.endings;
  if (before.bars !== after.bars || !isDeepEqual(before.endings, after.endings)) return count(times);
  const { pass, shared } = measureEndings(after.bars, after.endings);
  return count(times).filter((time) => !areBarsAlike(before, time * pass, after, time * pass, shared));
};

/** What has to be done after a change so that all times through are alike again; nothing where they are. */
const createFollowingEdit = (before: Pattern, after: Pattern): AnyPatternEdit | undefined => {
  const { endings } = after;
  if (!endings || !hasFittingEndings(after)) return undefined;
  const { pass, shared } = measureEndings(after.bars, endings);
  if (count(endings.times).every((time) => areBarsAlike(after, 0, after, time * pass, shared))) return undefined;
  const [source, more] = changedPasses(before, { ...after, endings });
  // Changed in several ways, it is no longer one figure.
  if (source === undefined || more !== undefined) return { kind: 'setEndings', endings: undefined };
  return rearranged(
    after,
    stretchesOf(pass, endings, source, (time) => time),
    endings,
  );
};

/**
 * An edit that goes through a whole figure with endings: what it changes in bars that come again is changed there too;
 * where it changes them in different ways the endings are given up. The same edit where there is nothing to follow.
 * @example
 * withEndingsFollowed(createPattern('P'), { kind: 'setTempo', tempo: 90 }).kind // => 'setTempo'
 */
export const withEndingsFollowed = (pattern: Pattern, change: AnyPatternEdit): AnyPatternEdit => {
  if (!pattern.endings) return change;
  const done = applyEdit(PATTERN_DOCUMENT_TYPE, pattern, change);
  const following = done.ok ? createFollowingEdit(pattern, done.value.document) : undefined;
  return following ? { kind: 'batch', edits: [change, following] } : change;
};
