import { type Edit } from '../../edit/index.ts';
import { digitWord, whereIs, type Stroke } from '../../pattern/index.ts';
import { severityOf, type Finding, type FindingContext, type FindingRule } from './finding.ts';

const place = ({ pattern }: FindingContext, stroke: Stroke): string => whereIs(pattern, stroke.at);

const without = (stroke: Stroke, field: 'accent' | 'slur'): Edit => ({
  kind: 'put',
  strokes: [{ ...stroke, [field]: undefined }],
});

/** An accent that falls on a weak stroke: the pick upward, the ring, the little finger. */
export const weakAccent: FindingRule = (context) =>
  context.items
    .filter(({ family, amount }) => family === 'accent' && amount >= 0.4)
    .flatMap(({ stroke: index, amount }): Finding[] => {
      const stroke = context.pattern.strokes[index];
      const digit = context.digits[index];
      if (!stroke || !digit) return [];
      return [
        {
          kind: 'weak accent',
          strokes: [index],
          sentence: `The accent on ${place(context, stroke)} falls on ${digit === 'up' ? 'an upstroke' : digitWord(digit)}, the weaker stroke.`,
          severity: severityOf(amount, 1.5),
          ideas: [{ label: 'Take the accent off', edit: without(stroke, 'accent') }],
        },
      ];
    });

/** An accent on a note that the other hand slurs: the picking hand cannot give it. */
export const accentOnSlur: FindingRule = (context) =>
  context.pattern.strokes.flatMap((stroke, index): Finding[] =>
    stroke.accent && stroke.slur
      ? [
          {
            kind: 'accent on slur',
            strokes: [index],
            sentence: `The accent on ${place(context, stroke)} falls on a ${stroke.slur}, which the picking hand cannot lean on.`,
            severity: 0.5,
            ideas: [
              { label: 'Strike it instead', edit: without(stroke, 'slur') },
              { label: 'Take the accent off', edit: without(stroke, 'accent') },
            ],
          },
        ]
      : [],
  );

/**
 * In a line of one attack a string with slurs between, an attack at a change of string right beside an accent that is
 * slurred: it sounds like the accent it is not.
 */
export const changeOffAccent: FindingRule = (context) => {
  const { strokes } = context.pattern;
  if (!strokes.some(({ accent, slur }) => accent && slur)) return [];
  return strokes.flatMap((stroke, index): Finding[] => {
    const [before, beside] = [
      strokes[index - 1],
      [strokes[index - 1], strokes[index + 1]].find((one) => one?.accent && one.slur),
    ];
    if (stroke.slur || stroke.accent || !before || before.string === stroke.string || !beside) return [];
    return [
      {
        kind: 'change off accent',
        strokes: [index],
        sentence: `On ${place(context, stroke)} the string changes and is struck, right beside the accent on ${place(context, beside)}: it will sound as the accent.`,
        severity: 0.35,
        ideas: [
          {
            label: 'Move the accent here',
            edit: {
              kind: 'put',
              strokes: [
                { ...stroke, accent: true },
                { ...beside, accent: undefined },
              ],
            },
          },
        ],
      },
    ];
  });
};
