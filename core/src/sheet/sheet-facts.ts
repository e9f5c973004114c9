import { message, type Label, type Message } from '../message/index.ts';
import { resolveSchoolOrThrow } from '../fingering/index.ts';
import { countSplitBars } from '../formats/index.ts';
import { describeRetuning, tuningName } from '../instrument/index.ts';
import type { Pattern } from '../pattern/index.ts';
import { NEAR_MAX_TEMPO, listTempoSteps } from '../practice/index.ts';
import type { Score } from '../score/index.ts';
import type { Song } from '../song/index.ts';
import { TEMPO_RANGE, beatNoteKey, formatMetre } from '../time/index.ts';

/**
 * What stands under the title of a sheet, on screen and from the command line alike: school, metre and tempo, tuning,
 * capo.
 * @example
 * listSheetFacts(createPattern('Roll')).length // => 3
 */
export const listSheetFacts = (document: Pattern | Song): readonly Label[] => {
  const { metre, tempo, swing, swingUnit, instrument } = document;
  const retuning = describeRetuning(instrument);
  return [
    resolveSchoolOrThrow(document).name,
    message('sheet.tempo-line', { metre: formatMetre(metre), tempo, note: beatNoteKey(metre) }),
    ...(swing && swing > 50
      ? [message('sheet.swing', { share: swing / 100, unit: swingUnit ? 'sixteenths' : 'eighths' })]
      : []),
    tuningName(instrument),
    ...(retuning ? [retuning] : []),
    ...(instrument.capo > 0 ? [message('sheet.capo', { fret: instrument.capo })] : []),
  ];
};

/**
 * Tempos to tick on a sheet: to the tempo that is wanted, or as near to the ceiling as one goes on paper.
 * @example
 * listSheetTempos(200, 100).at(-1) // => 92
 */
export const listSheetTempos = (tempo: number, ceiling: number | null): readonly number[] =>
  listTempoSteps(
    ceiling === null ? tempo : Math.max(TEMPO_RANGE.least, Math.min(tempo, Math.floor(NEAR_MAX_TEMPO * ceiling))),
    ceiling,
  );

/**
 * What a sheet says of bars that are too long for a line of so many strokes; null where all fit.
 * @example
 * describeLongBars(flattenScore(createPattern('Roll')), 49) // => null
 */
export const describeLongBars = (score: Score, most: number): Message | null => {
  const count = countSplitBars(score, most);
  return count === 0 ? null : message('sheet.bars-broken', { count });
};
