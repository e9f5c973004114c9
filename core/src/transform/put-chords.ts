import { applyPatternEdit, createChordsEdit, type AnyPatternEdit, type IdGenerator } from '../edit/index.ts';
import { failure, createProblem, success, type Result } from '../errors/index.ts';
import type { ChordLine } from '../formats/index.ts';
import {
  PATTERN_LIMITS,
  listChordSpans,
  patternLength,
  toChordCourse,
  type ChordCourse,
  type Pattern,
  type Stroke,
} from '../pattern/index.ts';
import { beatsPerBar, ticksPerBar } from '../time/index.ts';
import { bindThumbToChordRoles } from './thumb-transforms.ts';

/** How chords and a figure come together: which of them begins again, or that the last chord holds. */
export type ChordFit = 'alike' | 'figure-repeats' | 'chords-repeat' | 'last-holds';

/**
 * How chords over so many bars fit a figure: fewer begin again where they fit a whole number of times.
 * @example
 * findChordFit({ bars: 2 }, { bars: 4 }) // => 'chords-repeat'
 * findChordFit({ bars: 3 }, { bars: 4 }) // => 'last-holds'
 */
export const findChordFit = ({ bars }: Pick<ChordLine, 'bars'>, { bars: own }: Pick<Pattern, 'bars'>): ChordFit => {
  if (bars > own) return 'figure-repeats';
  if (bars === own) return 'alike';
  return own % bars === 0 ? 'chords-repeat' : 'last-holds';
};

/** Chords with their repetitions, as long as the pattern. */
const filled = (line: ChordLine, pattern: Pattern): ChordCourse => {
  const { course, bars } = line;
  const times = findChordFit(line, pattern) === 'chords-repeat' ? pattern.bars / bars : 1;
  const length = bars * ticksPerBar(pattern.metre);
  return toChordCourse(
    Array.from({ length: times }, (_, round) =>
      listChordSpans(course).map(({ at, voicing }) => ({ at: at + round * length, voicing })),
    ).flat(),
  );
};

/** The figure again and again until the bars are full; what would lie beyond them is left out. */
const repeatedStrokes = (pattern: Pattern, bars: number, newId: IdGenerator): readonly Stroke[] => {
  const length = patternLength(pattern);
  const rounds = Math.ceil(bars / pattern.bars);
  const end = bars * ticksPerBar(pattern.metre);
  return Array.from({ length: rounds - 1 }, (_, round) =>
    pattern.strokes.map((stroke) => ({ ...stroke, id: newId(), at: stroke.at + (round + 1) * length })),
  )
    .flat()
    .filter(({ at }) => at < end);
};

const repeatedDivisions = ({ divisions, metre, bars: own }: Pattern, bars: number) =>
  divisions &&
  Array.from({ length: Math.ceil(bars / own) }, (_, round) =>
    divisions.map(({ beat, parts }) => ({ beat: beat + round * own * beatsPerBar(metre), parts })),
  )
    .flat()
    .filter(({ beat }) => beat < bars * beatsPerBar(metre));

/** How chords are laid over a figure. */
export interface PutChordsOptions {
  /** Whether the thumb's strokes follow the bass of each chord from now on. */
  readonly thumbFollows: boolean;
}

/** The figure over as many bars as the chords have, where it has fewer. */
const extend = (pattern: Pattern, bars: number, newId: IdGenerator): Result<AnyPatternEdit> => {
  const more = bars > pattern.bars ? repeatedStrokes(pattern, bars, newId) : [];
  if (pattern.strokes.length + more.length > PATTERN_LIMITS.strokes)
    return failure(
      createProblem('too-many-strokes', {
        most: PATTERN_LIMITS.strokes,
        value: pattern.strokes.length + more.length,
      }),
    );
  if (bars <= pattern.bars) return success({ kind: 'batch', edits: [] });
  return success({
    kind: 'batch',
    edits: [
      { kind: 'setBars', bars },
      { kind: 'setSpan', begins: pattern.begins, ends: undefined },
      { kind: 'setDivisions', divisions: repeatedDivisions(pattern, bars) },
      { kind: 'put', strokes: more },
    ],
  });
};

/**
 * The edit that lays chords over a figure: where they have more bars the figure is repeated, where they have fewer they
 * begin again. Errors: `too-many-strokes`, and what no pattern may be.
 * @example
 * valueOrThrow(
 *   applyPatternEdit(
 *     createPattern('P'),
 *     valueOrThrow(
 *       createPutChordsEdit(createPattern('P'), valueOrThrow(readChordLine('C G', createPattern('P'))), String, {
 *         thumbFollows: true,
 *       }),
 *     ),
 *   ),
 * ).document.bars // => 2
 */
export const createPutChordsEdit = (
  pattern: Pattern,
  line: ChordLine,
  newId: IdGenerator,
  { thumbFollows }: PutChordsOptions,
): Result<AnyPatternEdit> => {
  const bound = thumbFollows ? bindThumbToChordRoles(pattern, [], newId) : undefined;
  const binding: AnyPatternEdit = bound?.ok ? bound.value : { kind: 'batch', edits: [] };
  const free = applyPatternEdit(pattern, binding);
  if (!free.ok) return free;
  const longer = extend(free.value.document, line.bars, newId);
  if (!longer.ok) return longer;
  const extended = applyPatternEdit(free.value.document, longer.value);
  if (!extended.ok) return extended;
  const { document } = extended.value;
  const chords = createChordsEdit(document, filled(line, document));
  return success({ kind: 'batch', edits: [binding, longer.value, chords] });
};
