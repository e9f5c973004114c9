import { message, type Message } from '../../message/message.ts';
import { type Edit } from '../../edit/index.ts';
import { whereIs, type Stroke } from '../../pattern/index.ts';
import { severityOf, type Finding, type FindingContext, type FindingRule } from './finding.ts';

const place = ({ pattern }: FindingContext, stroke: Stroke): Message => whereIs(pattern, stroke.at);

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
          kind: 'weak-accent',
          strokes: [index],
          message: message('finding.weak-accent', { place: place(context, stroke), stroke: digit }),
          severity: severityOf(amount, 1.5),
          ideas: [{ label: message('fix.remove-accent'), edit: without(stroke, 'accent') }],
        },
      ];
    });

/** An accent on a note that the other hand slurs: the picking hand cannot give it. */
export const accentOnSlur: FindingRule = (context) =>
  context.pattern.strokes.flatMap((stroke, index): Finding[] =>
    stroke.accent && stroke.slur
      ? [
          {
            kind: 'accent-on-slur',
            strokes: [index],
            message: message('finding.accent-on-slur', {
              place: place(context, stroke),
              slur: message(`slur.${stroke.slur}`),
            }),
            severity: 0.5,
            ideas: [
              { label: message('fix.pick-instead'), edit: without(stroke, 'slur') },
              { label: message('fix.remove-accent'), edit: without(stroke, 'accent') },
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
        kind: 'attack-beside-accent',
        strokes: [index],
        message: message('finding.attack-beside-accent', {
          place: place(context, stroke),
          other: place(context, beside),
        }),
        severity: 0.35,
        ideas: [
          {
            label: message('fix.move-accent'),
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
