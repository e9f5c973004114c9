import { playedSpan } from '../pattern/index.ts';
import { beatsPerBar, unitsPerBeat } from '../time/index.ts';
import { strokeIdsOf, type Figure, type FigureEvent } from './figure-events.ts';
import type { SkillCode } from './skill.ts';
import type { SkillPlace } from './skill-use.ts';

const isMultiple = (value: number, of: number): boolean => Math.abs(value / of - Math.round(value / of)) < 1e-6;

/** How a time lies in its beat: halfway, on a third, on a quarter. */
const gridCode = (at: number, beat: number): SkillCode | undefined => {
  const within = at % beat;
  if (within === 0) return undefined;
  if (isMultiple(within, beat / 2)) return 'eighths';
  if (isMultiple(within, beat / 3)) return 'triplets';
  return isMultiple(within, beat / 4) ? 'sixteenths' : undefined;
};

const listGridPlaces = ({ pattern, beat }: Figure): readonly SkillPlace[] => {
  const found = pattern.strokes.flatMap(({ id, at }) => {
    const code = gridCode(at, beat);
    return code ? [{ code, strokeIds: [id] }] : [];
  });
  // Halves are a matter of course where there are quarters.
  const hasQuarters = found.some(({ code }) => code === 'sixteenths');
  return hasQuarters
    ? found.map((place) => ({ ...place, code: place.code === 'eighths' ? ('sixteenths' as const) : place.code }))
    : found;
};

const keyOf = ({ notes }: FigureEvent): string => notes.map(({ stroke }) => stroke.string).join('+');

/** Events after which a run of equal steps comes round; undefined where it does not. */
const findPeriod = (keys: readonly string[]): number | undefined => {
  for (let period = 1; period * 2 <= keys.length; period += 1)
    if (keys.every((key, index) => index < period || key === keys[index - period])) return period;
  return undefined;
};

/** Whether a figure of equal steps comes round at another place in the beat. */
const isAgainstBeat = ({ events, beat }: Figure): boolean => {
  const [first, second] = events;
  if (!first || !second) return false;
  const step = second.at - first.at;
  const isEven = events.every(({ at }, index) => index === 0 || at - (events[index - 1]?.at ?? 0) === step);
  const period = isEven ? findPeriod(events.map(keyOf)) : undefined;
  return period !== undefined && period > 1 && step < beat && !isMultiple(period * step, beat);
};

/** Beats in a bar that are nothing out of the ordinary. */
const USUAL_BEATS: ReadonlySet<number> = new Set([1, 2, 3, 4, 6, 8, 9, 12]);

const isOddMetre = ({ pattern: { metre } }: Figure): boolean =>
  !USUAL_BEATS.has(metre.beats) || !Number.isInteger(beatsPerBar(metre)) || !isEvenlyGrouped(metre);

const isEvenlyGrouped = (metre: Figure['pattern']['metre']): boolean => {
  const groups = metre.groups ?? [];
  return unitsPerBeat(metre) > 1 || groups.every((group) => group === groups[0]) || metre.beats % 2 === 0;
};

/** What its rhythm asks for. */
export const listRhythmPlaces = (figure: Figure): readonly SkillPlace[] => {
  const grid = listGridPlaces(figure);
  const whole = strokeIdsOf(...figure.events);
  const isSwung = (figure.pattern.swing ?? 50) > 50;
  return [
    ...grid,
    ...(isSwung ? grid.map(({ strokeIds }) => ({ code: 'swing' as const, strokeIds })) : []),
    ...(isAgainstBeat(figure) ? [{ code: 'odd-groups' as const, strokeIds: whole }] : []),
    ...(isOddMetre(figure) && whole.length > 0 ? [{ code: 'odd-metre' as const, strokeIds: whole }] : []),
  ];
};

/** Notes to remember before anything repeats, from which on it is a phrase, and a part. */
const MEMORY = { phrase: 16, part: 64 } as const;

/** Events of bars that differ, in a figure's own bars. */
const countDistinct = ({ events, pattern }: Figure): number => {
  const { from, to } = playedSpan(pattern);
  const bar = (to - from) / Math.max(1, pattern.bars);
  const bars = new Map<number, string[]>();
  for (const event of events) {
    const index = Math.floor((event.at - from) / bar);
    const key = `${(event.at - from) % bar}:${keyOf(event)}`;
    bars.set(index, [...(bars.get(index) ?? []), key]);
  }
  const distinct = new Map([...bars.values()].map((keys) => [keys.join(' '), keys.length]));
  return [...distinct.values()].reduce((sum, count) => sum + count, 0);
};

/** How much there is to remember. */
export const listMemoryPlaces = (figure: Figure): readonly SkillPlace[] => {
  const count = countDistinct(figure);
  const code = count > MEMORY.part ? 'whole-part' : 'phrase';
  return count > MEMORY.phrase ? [{ code, strokeIds: strokeIdsOf(...figure.events) }] : [];
};
