import { highestThumbString } from '../instrument/index.ts';
import { strokeIdsOf, type Figure, type FigureEvent, type FigureNote } from './figure-events.ts';
import type { SkillCode } from './skill.ts';
import type { SkillPlace } from './skill-use.ts';

const thumbNote = ({ notes }: FigureEvent): FigureNote | undefined => notes.find(({ isThumb }) => isThumb);

const hasFingers = ({ notes }: FigureEvent): boolean => notes.some(({ isThumb }) => !isThumb);

/** Semitones from one bass note to the next up to which a line walks. */
const STEP = 2;

const isStep = (from: FigureNote, to: FigureNote): boolean =>
  from.pitch !== null && to.pitch !== null && from.pitch !== to.pitch && Math.abs(from.pitch - to.pitch) <= STEP;

interface ThumbMove {
  readonly events: readonly [FigureEvent, FigureEvent];
  readonly from: FigureNote;
  readonly to: FigureNote;
}

/** Beats from one thumb stroke to the next up to which they are one line. */
const LINE_BEATS = 2;

const listMoves = ({ course, beat }: Figure): readonly ThumbMove[] => {
  const line = course.filter(thumbNote);
  return line.slice(1).flatMap((after, index) => {
    const before = line[index] as FigureEvent;
    if (after.at - before.at > beat * LINE_BEATS) return [];
    return [{ events: [before, after], from: thumbNote(before) as FigureNote, to: thumbNote(after) as FigureNote }];
  });
};

/** Steps in one direction that make a line walk. */
const WALKING_STEPS = 2;

const findWalks = (moves: readonly ThumbMove[]): readonly SkillPlace[] =>
  moves.flatMap((move, index) => {
    const run = moves.slice(Math.max(0, index - WALKING_STEPS + 1), index + 1);
    const isWalk = run.length === WALKING_STEPS && run.every(({ from, to }) => isStep(from, to));
    return isWalk ? [{ code: 'thumb-walking' as const, strokeIds: strokeIdsOf(...move.events) }] : [];
  });

const moveCode = ({ from, to }: ThumbMove): SkillCode =>
  from.stroke.string === to.stroke.string ? 'thumb-steady' : 'thumb-alternating';

/** The thumb alone on one string and, with nothing between, on the next toward the treble. */
const isFall = ({ course, beat }: Figure, index: number): boolean => {
  const [before, after] = [course[index - 1], course[index]];
  const [from, to] = [before?.notes, after?.notes];
  if (!before || !after || from?.length !== 1 || to?.length !== 1) return false;
  const isThumb = from[0]?.digit === 'p' && to[0]?.digit === 'p';
  const down = (from[0]?.stroke.string ?? 0) - (to[0]?.stroke.string ?? 0);
  return isThumb && down === 1 && after.at - before.at < beat;
};

/** What the thumb's line asks for. */
export const listThumbPlaces = (figure: Figure): readonly SkillPlace[] => {
  const { course, events, pattern } = figure;
  const moves = listMoves(figure);
  const highest = highestThumbString(pattern.instrument);
  const walks = findWalks(moves);
  const walking = new Set(walks.flatMap(({ strokeIds }) => strokeIds));
  return [
    ...walks,
    ...moves
      .filter(({ to }) => !walking.has(to.stroke.id))
      .map((move) => ({ code: moveCode(move), strokeIds: strokeIdsOf(...move.events) })),
    ...course.flatMap((event, index) =>
      isFall(figure, index) ? [{ code: 'thumb-falling' as const, strokeIds: strokeIdsOf(event) }] : [],
    ),
    ...events
      .filter(({ notes }) => notes.some(({ digit, stroke }) => digit === 'p' && stroke.string < highest))
      .map((event) => ({ code: 'thumb-on-trebles' as const, strokeIds: strokeIdsOf(event) })),
  ];
};

/** Finger events between two strokes of a thumb that keeps a pulse: one alone, where the thumb plays every beat. */
const findBetween = ({ course, beat }: Figure): readonly FigureEvent[] =>
  course.filter((event, index) => {
    const [before, after] = [course[index - 1], course[index + 1]];
    if (!before || !after || thumbNote(event) || !thumbNote(before) || !thumbNote(after)) return false;
    return after.at - before.at <= beat;
  });

/** Whether fingers leave the beat after an event to the thumb. */
const isSyncopated = ({ course, beat }: Figure, event: FigureEvent): boolean => {
  const next = (Math.floor(event.at / beat) + 1) * beat;
  if (event.at % beat === 0) return false;
  const after = course.filter(({ at }) => at > event.at && at <= next);
  return after.length > 0 && !after.some(hasFingers) && after.some((other) => other.at === next && thumbNote(other));
};

const firstIds = (events: readonly FigureEvent[], code: SkillCode): readonly SkillPlace[] =>
  events.map((event) => ({ code, strokeIds: strokeIdsOf(event) }));

/** How thumb and fingers go their own ways. */
export const listIndependencePlaces = (figure: Figure): readonly SkillPlace[] => {
  const between = findBetween(figure);
  const pinches = figure.events.filter((event) => thumbNote(event) && hasFingers(event));
  const isBoth = between.length > 0 && pinches.length > 0;
  return [
    ...firstIds(between, 'between-thumbs'),
    ...firstIds(isBoth ? [...pinches, ...between] : [], 'on-and-between'),
    ...firstIds(isBoth ? between.filter((event) => isSyncopated(figure, event)) : [], 'syncopated'),
  ];
};
