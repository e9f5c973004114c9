import { type Edit } from '../../edit/index.ts';
import { message } from '../../message/message.ts';
import { fingerWord, whereIs, type Stroke } from '../../pattern/index.ts';
import { ringEndWanted, ringMap, type Ring } from '../ring.ts';
import { severityOf, type Finding, type FindingContext, type FindingRule } from './finding.ts';

const change = (stroke: Stroke, fields: Partial<Stroke>): Edit => ({
  kind: 'put',
  strokes: [{ ...stroke, ...fields }],
});

interface Cut {
  readonly ring: Ring;
  readonly held: Stroke;
  readonly by: Stroke;
  readonly byIndex: number;
  /** Ticks the note is short of what it was to ring. */
  readonly short: number;
}

/** Notes marked to ring that end too early because their string is played, or planted on, again. */
const cuts = ({ pattern, score, task, digits }: FindingContext): readonly Cut[] => {
  if (!pattern.strokes.some(({ ring }) => ring)) return [];
  return ringMap(score, task, digits).flatMap((ring): Cut[] => {
    const held = pattern.strokes[ring.stroke];
    const by = ring.endedBy === undefined ? undefined : pattern.strokes[ring.endedBy];
    if (!held?.ring || !by || ring.endedBy === undefined) return [];
    const short = ringEndWanted(score, held) - ring.to;
    return short > 0.5 ? [{ ring, held, by, byIndex: ring.endedBy, short }] : [];
  });
};

/** A string struck again while a note on it should still ring. */
export const struckAgain: FindingRule = (context) =>
  cuts(context)
    .filter(({ ring }) => ring.how === 'ring-cut-by-note')
    .map(({ ring, held, by, byIndex, short }): Finding => ({
      kind: 'ring-cut-by-note',
      strokes: [ring.stroke, byIndex],
      message: message('finding.ring-cut-by-note', {
        place: whereIs(context.pattern, by.at),
        string: by.string,
        from: whereIs(context.pattern, held.at),
      }),
      severity: severityOf(short, context.score.length / context.score.bars.length),
      ideas: [{ label: message('fix.end-ring'), edit: change(held, { ring: undefined }) }],
    }));

/** A digit that plants on a string early enough to stop a note that should still ring. */
export const plantCutsRing: FindingRule = (context) =>
  cuts(context)
    .filter(({ ring }) => ring.how === 'planted-on')
    .map(({ ring, held, by, byIndex }): Finding => {
      const digit = context.digits[byIndex];
      return {
        kind: 'ring-cut-by-planting',
        strokes: [ring.stroke, byIndex],
        message: message('finding.ring-cut-by-planting', {
          place: whereIs(context.pattern, by.at),
          known: digit ? 'yes' : 'no',
          finger: fingerWord(digit ?? 'p'),
          string: by.string,
        }),
        severity: 0.4,
        ideas: [
          { label: message('fix.no-planting'), edit: change(by, { unplanted: true }) },
          { label: message('fix.end-ring'), edit: change(held, { ring: undefined }) },
        ],
      };
    });
