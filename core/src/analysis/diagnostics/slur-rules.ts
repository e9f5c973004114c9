import { message } from '../../message/message.ts';
import { describePosition, type Slur, type Stroke } from '../../pattern/index.ts';
import type { DiagnosticRule, FixCandidate, IndexedDiagnostic } from './diagnostic.ts';

/** What keeps the other hand from a slur between two frets. */
export type SlurObstacle = 'not_higher' | 'not_lower' | 'open' | 'same' | 'open_tap';

/**
 * Why a slur from one fret to another cannot be played; undefined where it can: hammered notes are higher, pulled ones
 * lower, and a slide goes from one stopped fret to another (common practice, no source).
 */
export const findSlurObstacle = (slur: Slur, from: number, to: number): SlurObstacle | undefined => {
  if (slur === 'hammer-on') return to > from ? undefined : 'not_higher';
  if (slur === 'pull-off') return to < from ? undefined : 'not_lower';
  if (slur === 'tap') return to > 0 ? undefined : 'open_tap';
  if (from === to) return 'same';
  return from === 0 || to === 0 ? 'open' : undefined;
};

/** The slur that gets from one fret to another; undefined where the note has to be struck again. */
const slurBetween = (from: number, to: number): Slur | undefined => {
  if (from === to) return undefined;
  return to > from ? 'hammer-on' : 'pull-off';
};

const listFixes = (stroke: Stroke, from: number, to: number): readonly FixCandidate[] => {
  const slur = slurBetween(from, to);
  const pick: FixCandidate = {
    label: message('fix.pick-instead'),
    edit: { kind: 'put', strokes: [{ ...stroke, slur: undefined }] },
  };
  if (!slur) return [pick];
  const label = message('fix.other-slur', { slur: message(`slur.${slur}`) });
  return [{ label, edit: { kind: 'put', strokes: [{ ...stroke, slur }] } }, pick];
};

/**
 * Slurs that the other hand cannot play: a hammer-on downward, a pull-off upward, a slide to or from an open string, a
 * tap on one.
 */
export const checkImpossibleSlurs: DiagnosticRule = ({ pattern, score }) => {
  const before = new Map<number, number | null>();
  // Where it goes round, the first notes come after the last ones of the time before.
  if (pattern.cyclic) for (const { string, fret } of score.strokes) before.set(string, fret);
  return pattern.strokes.flatMap((stroke, index): IndexedDiagnostic[] => {
    const from = before.get(stroke.string);
    const to = score.strokes[index]?.fret;
    before.set(stroke.string, to ?? null);
    if (!stroke.slur || typeof from !== 'number' || typeof to !== 'number') return [];
    const obstacle = findSlurObstacle(stroke.slur, from, to);
    if (!obstacle) return [];
    return [
      {
        code: 'impossible-slur',
        strokes: [index],
        message: message('finding.impossible-slur', {
          place: describePosition(pattern, stroke.at),
          slur: message(`slur.${stroke.slur}`),
          from,
          to,
          obstacle,
        }),
        severity: 0.8,
        fixCandidates: listFixes(stroke, from, to),
      },
    ];
  });
};
