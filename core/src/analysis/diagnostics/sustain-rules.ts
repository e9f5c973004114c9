import { ticksPerBeat } from '../../time/index.ts';
import { type AnyPatternEdit } from '../../edit/index.ts';
import { message } from '../../message/message.ts';
import { fingerWord, describePosition, type Stroke } from '../../pattern/index.ts';
import { getIntendedSustainEnd, computeSustain, type NoteSustain } from '../strings/sustain.ts';
import { computeSeverity, type IndexedDiagnostic, type DiagnosticContext, type DiagnosticRule } from './diagnostic.ts';

const createFieldsEdit = (stroke: Stroke, fields: Partial<Stroke>): AnyPatternEdit => ({
  kind: 'put',
  strokes: [{ ...stroke, ...fields }],
});

interface SustainCut {
  readonly ring: NoteSustain;
  readonly held: Stroke;
  readonly by: Stroke;
  readonly byIndex: number;
  /** Ticks the note is short of what it was to ring. */
  readonly short: number;
}

/** Beats after which a note that was to ring has rung (est.). */
const LONG_ENOUGH_BEATS = 1.5;

/** Notes marked to ring that end too early because their string is played, or planted on, again. */
const findSustainCuts = ({ pattern, score, task, digits }: DiagnosticContext): readonly SustainCut[] => {
  if (!pattern.strokes.some(({ ring }) => ring)) return [];
  return computeSustain(score, task, digits).flatMap((ring): SustainCut[] => {
    const held = pattern.strokes[ring.stroke];
    const by = ring.endedBy === undefined ? undefined : pattern.strokes[ring.endedBy];
    if (!held?.ring || !by || ring.endedBy === undefined) return [];
    const short = getIntendedSustainEnd(score, held) - ring.to;
    // Who lets it ring for a beat and a half has let it ring.
    const isLong =
      ring.endReason === 'ring-cut-by-note' && ring.to - held.at >= LONG_ENOUGH_BEATS * ticksPerBeat(pattern.metre);
    return short > 0.5 && !isLong ? [{ ring, held, by, byIndex: ring.endedBy, short }] : [];
  });
};

/** A string struck again while a note on it should still ring. */
export const checkRestruckString: DiagnosticRule = (context) =>
  findSustainCuts(context)
    .filter(({ ring }) => ring.endReason === 'ring-cut-by-note')
    .map(({ ring, held, by, byIndex, short }): IndexedDiagnostic => ({
      code: 'ring-cut-by-note',
      strokes: [ring.stroke, byIndex],
      message: message('finding.ring-cut-by-note', {
        place: describePosition(context.pattern, by.at),
        string: by.string,
        from: describePosition(context.pattern, held.at),
      }),
      severity: computeSeverity(short, context.score.length / context.score.bars.length),
      fixCandidates: [{ label: message('fix.end-ring'), edit: createFieldsEdit(held, { ring: undefined }) }],
    }));

/** A digit that plants on a string early enough to stop a note that should still ring. */
export const checkPlantCutsSustain: DiagnosticRule = (context) =>
  findSustainCuts(context)
    .filter(({ ring }) => ring.endReason === 'planted-on')
    .map(({ ring, held, by, byIndex }): IndexedDiagnostic => {
      const digit = context.digits[byIndex];
      return {
        code: 'ring-cut-by-planting',
        strokes: [ring.stroke, byIndex],
        message: message('finding.ring-cut-by-planting', {
          place: describePosition(context.pattern, by.at),
          known: digit ? 'yes' : 'no',
          finger: fingerWord(digit ?? 'p'),
          string: by.string,
        }),
        severity: 0.4,
        fixCandidates: [
          { label: message('fix.no-planting'), edit: createFieldsEdit(by, { unplanted: true }) },
          { label: message('fix.end-ring'), edit: createFieldsEdit(held, { ring: undefined }) },
        ],
      };
    });
