import type { School } from './school.ts';
import { soundingPitchOfStroke, type Pattern, type Slur, type Stroke } from '../pattern/index.ts';
import { ticksPerBeat } from '../time/index.ts';

/** Whether one stroke runs on from another: alone, on the same string, within a beat, and perhaps not on one. */
const continuesRun = (pattern: Pattern, index: number, isWithinBeats: boolean): boolean => {
  const [before, here, after] = [pattern.strokes[index - 1], pattern.strokes[index], pattern.strokes[index + 1]];
  if (!before || !here || before.string !== here.string) return false;
  if (isWithinBeats && here.at % ticksPerBeat(pattern.metre) === 0) return false;
  const alone = before.at !== here.at && after?.at !== here.at && pattern.strokes[index - 2]?.at !== before.at;
  return alone && here.at - before.at < ticksPerBeat(pattern.metre);
};

/**
 * How the other hand sounds a note after another on its string: rising hammered, falling pulled off, the same struck.
 */
const inferSlur = (pattern: Pattern, before: Stroke, here: Stroke): Slur | undefined => {
  const [from, to] = [soundingPitchOfStroke(pattern, before), soundingPitchOfStroke(pattern, here)];
  if (from === null || to === null || from === to || here.harmonic || here.accent) return undefined;
  return to > from ? 'hammer-on' : 'pull-off';
};

/**
 * The strokes of a pattern as a school has the notes played: one that slurs strikes the first note of a run on a
 * string, and the other hand sounds what follows. In other schools they stay as they are.
 * @example
 * applySchoolSlurs(
 *   valueOrThrow(parseStringNotation('6:3 6:5 6:7 5:3')).pattern,
 *   resolveSchoolOrThrow({ school: 'pick-legato' }),
 * ).filter(({ slur }) => slur).length // => 2
 */
export const applySchoolSlurs = (pattern: Pattern, { slurs }: Pick<School, 'slurs'>): readonly Stroke[] => {
  if (!slurs) return pattern.strokes;
  return pattern.strokes.map((stroke, index) => {
    const before = pattern.strokes[index - 1];
    const slur =
      before && !stroke.slur && continuesRun(pattern, index, slurs === 'within-beats')
        ? inferSlur(pattern, before, stroke)
        : undefined;
    return slur ? { ...stroke, slur } : stroke;
  });
};
