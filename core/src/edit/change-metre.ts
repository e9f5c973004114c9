import { findSubdivisionGrid, type Pattern } from '../pattern/index.ts';
import {
  TEMPO_RANGE,
  convertTempo,
  formatMetre,
  isCompoundMetre,
  isSubdivisionPossible,
  ticksPerBeat,
  type Metre,
} from '../time/index.ts';
import { undefinedIfEmpty } from './ids.ts';
import { createResizeEdit } from './create-pattern-edits.ts';
import type { AnyPatternEdit } from './pattern-edit.ts';

/**
 * Parts of a beat of another metre that are as long as those of this one; else the usual ones of that metre.
 */
export const convertParts = (parts: number, from: Metre, to: Metre): number => {
  const wanted = (parts * ticksPerBeat(to)) / ticksPerBeat(from);
  if (Number.isInteger(wanted) && isSubdivisionPossible(to, wanted)) return wanted;
  return isCompoundMetre(to) ? 3 : 1;
};

/**
 * A tempo that sounds the same when the beats of a bar are felt otherwise, in beats a minute with two decimals.
 */
export const keepSpeed = (tempo: number, from: Metre, to: Metre): number => {
  const same = Math.round(convertTempo(tempo, from, to) * 100) / 100;
  return Math.min(TEMPO_RANGE.most, Math.max(TEMPO_RANGE.least, same));
};

const feelEdits = (pattern: Pattern, metre: Metre): readonly AnyPatternEdit[] => {
  const wanted = convertParts(pattern.subdivision, pattern.metre, metre);
  const part = ticksPerBeat(metre) / wanted;
  const times = pattern.strokes.map(({ at }) => at);
  const grid = times.every((at) => at % part === 0)
    ? { subdivision: wanted, divisions: [] }
    : findSubdivisionGrid(times, metre);
  return [
    { kind: 'setDivisions', divisions: undefinedIfEmpty(grid.divisions) },
    { kind: 'setMetre', metre },
    { kind: 'setSubdivision', subdivision: grid.subdivision },
    { kind: 'setTempo', tempo: keepSpeed(pattern.tempo, pattern.metre, metre) },
  ];
};

/**
 * The edit that puts a pattern in another metre. Where only the beats are felt otherwise, notes and speed stay as they
 * sound and the tempo counts the new beats; else the tempo stays the number it is, and notes beyond the bars go.
 * @example
 * valueOrThrow(
 *   applyPatternEdit(
 *     createPattern('P', { metre: { beats: 6, unit: 8 }, tempo: 168 }),
 *     createMetreEdit(createPattern('P', { metre: { beats: 6, unit: 8 }, tempo: 168 }), {
 *       beats: 6,
 *       unit: 8,
 *       groups: [3, 3],
 *     }),
 *   ),
 * ).document.tempo // => 56
 */
export const createMetreEdit = (pattern: Pattern, metre: Metre): AnyPatternEdit =>
  formatMetre(pattern.metre) === formatMetre(metre)
    ? { kind: 'batch', edits: feelEdits(pattern, metre) }
    : createResizeEdit(pattern, { metre, subdivision: convertParts(pattern.subdivision, pattern.metre, metre) });
