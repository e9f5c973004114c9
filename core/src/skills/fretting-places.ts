import { describeGrip } from '../harmony/index.ts';
import { listChordSpans, listShapes, type Stroke } from '../pattern/index.ts';
import { ticksPerBar } from '../time/index.ts';
import type { Figure } from './figure-events.ts';
import type { SkillCode } from './skill.ts';
import type { SkillPlace } from './skill-use.ts';

/** The marks of a stroke that are skills of their own. */
const MARKS: readonly (readonly [SkillCode, (stroke: Stroke) => boolean])[] = [
  ['hammer-on', ({ slur }) => slur === 'hammer-on'],
  ['pull-off', ({ slur }) => slur === 'pull-off'],
  ['slide', ({ slur, slideIn, slideOut, glide }) => slur === 'slide' || !!slideIn || !!slideOut || !!glide],
  ['bend', ({ bend }) => bend !== undefined],
  ['ornament', ({ grace, trill, vibrato }) => grace !== undefined || trill !== undefined || !!vibrato],
  ['accent', ({ accent }) => !!accent],
  ['palm-mute', ({ damped }) => !!damped],
  ['brush', ({ brush, rake }) => !!brush || !!rake],
  ['rolled-chord', ({ rolled }) => !!rolled],
  ['natural-harmonic', ({ harmonic }) => harmonic?.kind === 'natural'],
  ['harp-harmonic', ({ harmonic }) => harmonic?.kind === 'harp'],
];

/** What marks of strokes ask for. */
export const listMarkPlaces = ({ pattern }: Figure): readonly SkillPlace[] =>
  pattern.strokes.flatMap((stroke) =>
    MARKS.filter(([, has]) => has(stroke)).map(([code]) => ({ code, strokeIds: [stroke.id] })),
  );

const strokesFrom = ({ pattern }: Figure, at: number): readonly string[] => {
  const stroke = pattern.strokes.find((one) => one.at >= at);
  return stroke ? [stroke.id] : [];
};

/** What changes of chord, and the chords themselves, ask of the fretting hand. */
export const listChordPlaces = (figure: Figure): readonly SkillPlace[] => {
  const { pattern } = figure;
  const bar = ticksPerBar(pattern.metre);
  const changes = listChordSpans(pattern).slice(1);
  const perBar = new Map<number, number>();
  for (const { at } of changes) perBar.set(Math.floor(at / bar), (perBar.get(Math.floor(at / bar)) ?? 0) + 1);
  const isQuick = (at: number): boolean => at % bar !== 0 || (perBar.get(Math.floor(at / bar)) ?? 0) > 1;
  const hasBarre = pattern.strokes.length > 0 && listShapes(pattern).some((shape) => describeGrip(shape)?.barre);
  return [
    ...changes.flatMap(({ at }): readonly SkillPlace[] => [
      { code: 'chord-changes', strokeIds: strokesFrom(figure, at) },
      ...(isQuick(at) ? [{ code: 'quick-changes' as const, strokeIds: strokesFrom(figure, at) }] : []),
    ]),
    ...(hasBarre ? [{ code: 'barre' as const, strokeIds: strokesFrom(figure, 0) }] : []),
  ];
};
