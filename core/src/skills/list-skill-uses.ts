import type { FingeringOptions } from '../fingering/index.ts';
import { patternLength, type Pattern } from '../pattern/index.ts';
import { secondsPerTick } from '../time/index.ts';
import { createFigure, type Figure } from './figure-events.ts';
import { listMovementPlaces, listPickPlaces, listTogetherPlaces, listTurnPlaces } from './finger-places.ts';
import { listChordPlaces, listMarkPlaces } from './fretting-places.ts';
import { listMemoryPlaces, listRhythmPlaces } from './rhythm-places.ts';
import { SKILL_CODES, type SkillCode } from './skill.ts';
import type { SkillPlace, SkillUse } from './skill-use.ts';
import { listIndependencePlaces, listThumbPlaces } from './thumb-places.ts';

const LISTS: readonly ((figure: Figure) => readonly SkillPlace[])[] = [
  listThumbPlaces,
  listIndependencePlaces,
  listTogetherPlaces,
  listTurnPlaces,
  listMovementPlaces,
  listPickPlaces,
  listRhythmPlaces,
  listChordPlaces,
  listMarkPlaces,
  listMemoryPlaces,
];

/** All places, each once: the beginning of the next round is looked at too. */
const listPlaces = (figure: Figure): Iterable<SkillPlace> => {
  const places = LISTS.flatMap((list) => list(figure));
  return new Map(places.map((place) => [`${place.code} ${place.strokeIds.join(' ')}`, place])).values();
};

/** The strain where nothing in a figure is timed: one stroke alone. */
const UNTIMED_STRAIN = 0.2;

interface Tightness {
  readonly strain: number;
  readonly seconds: number;
}

/** The tightest way into each stroke. */
const findTightness = ({ analysis }: Figure): ReadonlyMap<string, Tightness> => {
  const found = new Map<string, Tightness>();
  for (const { to, neededSeconds, availableSeconds } of analysis.transitions) {
    const strain = neededSeconds / availableSeconds;
    if (strain > (found.get(to)?.strain ?? 0)) found.set(to, { strain, seconds: availableSeconds });
  }
  return found;
};

/** Seconds from the stroke before to the last of a place; undefined where it is one stroke, or one chord. */
const secondsWithin = ({ pattern, tickOf }: Figure, { strokeIds }: SkillPlace): number | undefined => {
  const times = strokeIds.map((id) => tickOf.get(id) ?? 0);
  const last = times.at(-1) ?? 0;
  const before = times.findLast((at) => at !== last);
  if (before === undefined) return undefined;
  const ticks = last > before ? last - before : last - before + patternLength(pattern);
  return ticks * secondsPerTick(pattern.metre, pattern.tempo);
};

const gather = (
  code: SkillCode,
  places: readonly SkillPlace[],
  figure: Figure,
  tightness: ReadonlyMap<string, Tightness>,
): SkillUse => {
  const usual = figure.analysis.difficulty ?? UNTIMED_STRAIN;
  const strokeIds = [...new Set(places.flatMap((place) => place.strokeIds))];
  const ends = places.flatMap((place) => {
    const end = tightness.get(place.strokeIds.at(-1) ?? '');
    return end ? [{ ...end, seconds: secondsWithin(figure, place) ?? end.seconds }] : [];
  });
  const tightest = ends.reduce<Tightness | undefined>((a, b) => (a && a.strain >= b.strain ? a : b), undefined);
  return {
    code,
    count: places.length,
    strain: tightest?.strain ?? usual,
    seconds: tightest?.seconds ?? null,
    strokeIds,
  };
};

/**
 * What a pattern asks of a hand, from its fingering: each skill with its places and how tight the tightest is, for an
 * able adult at the pattern's tempo. In the order of the catalogue.
 * @example
 * listSkillUses(valueOrThrow(parseStringNotation('6 4 6 4', { subdivision: 1 })).pattern)
 *   .map(({ code }) => code)
 *   .join(' ') // => 'thumb-alternating'
 */
export const listSkillUses = (pattern: Pattern, options: FingeringOptions = {}): readonly SkillUse[] => {
  const figure = createFigure(pattern, options);
  const tightness = findTightness(figure);
  const byCode = new Map<SkillCode, SkillPlace[]>();
  for (const place of listPlaces(figure)) {
    const places = byCode.get(place.code);
    if (places) places.push(place);
    else byCode.set(place.code, [place]);
  }
  return SKILL_CODES.flatMap((code) => {
    const places = byCode.get(code);
    return places ? [gather(code, places, figure, tightness)] : [];
  });
};
