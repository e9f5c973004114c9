import { type Edit } from '../../edit/index.ts';
import { digitWord, whereIs, type Stroke } from '../../pattern/index.ts';
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
    .filter(({ ring }) => ring.how === 'struck again')
    .map(({ ring, held, by, byIndex, short }): Finding => ({
      kind: 'struck again',
      strokes: [ring.stroke, byIndex],
      sentence: `On ${whereIs(context.pattern, by.at)}, string ${by.string} is struck again while its note from ${whereIs(context.pattern, held.at)} should ring.`,
      severity: severityOf(short, context.score.length / context.score.bars.length),
      ideas: [{ label: 'Let that note go', edit: change(held, { ring: undefined }) }],
    }));

/** A digit that plants on a string early enough to stop a note that should still ring. */
export const plantCutsRing: FindingRule = (context) =>
  cuts(context)
    .filter(({ ring }) => ring.how === 'planted on')
    .map(({ ring, held, by, byIndex }): Finding => {
      const digit = context.digits[byIndex];
      return {
        kind: 'plant cuts ring',
        strokes: [ring.stroke, byIndex],
        sentence: `Planting ${digit ? digitWord(digit).split(',')[0] : 'there'} for ${whereIs(context.pattern, by.at)} stops string ${by.string}, which should ring to the end of its bar.`,
        severity: 0.4,
        ideas: [
          { label: 'Come down without planting', edit: change(by, { unplanted: true }) },
          { label: 'Let that note go', edit: change(held, { ring: undefined }) },
        ],
      };
    });
