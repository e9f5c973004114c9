import { message, type Message } from '../../message/message.ts';
import { type AnyPatternEdit } from '../../edit/index.ts';
import { describePosition, type Stroke } from '../../pattern/index.ts';
import { computeSeverity, type IndexedDiagnostic, type DiagnosticContext, type DiagnosticRule } from './diagnostic.ts';

const place = ({ pattern }: DiagnosticContext, stroke: Stroke): Message => describePosition(pattern, stroke.at);

const createRemovalEdit = (stroke: Stroke, field: 'accent' | 'slur'): AnyPatternEdit => ({
  kind: 'put',
  strokes: [{ ...stroke, [field]: undefined }],
});

/** An accent that falls on a weak stroke: the pick upward, the ring, the little finger. */
export const checkWeakAccent: DiagnosticRule = (context) =>
  context.costItems
    .filter(({ category, amount }) => category === 'accent' && amount >= 0.4)
    .flatMap(({ stroke: index, amount }): IndexedDiagnostic[] => {
      const stroke = context.pattern.strokes[index];
      const digit = context.digits[index];
      if (!stroke || !digit) return [];
      return [
        {
          code: 'weak-accent',
          strokes: [index],
          message: message('finding.weak-accent', { place: place(context, stroke), stroke: digit }),
          severity: computeSeverity(amount, 1.5),
          fixCandidates: [{ label: message('fix.remove-accent'), edit: createRemovalEdit(stroke, 'accent') }],
        },
      ];
    });

/** An accent on a note that the other hand slurs: the picking hand cannot give it. */
export const checkAccentOnSlur: DiagnosticRule = (context) =>
  context.pattern.strokes.flatMap((stroke, index): IndexedDiagnostic[] =>
    stroke.accent && stroke.slur
      ? [
          {
            code: 'accent-on-slur',
            strokes: [index],
            message: message('finding.accent-on-slur', {
              place: place(context, stroke),
              slur: message(`slur.${stroke.slur}`),
            }),
            severity: 0.5,
            fixCandidates: [
              { label: message('fix.pick-instead'), edit: createRemovalEdit(stroke, 'slur') },
              { label: message('fix.remove-accent'), edit: createRemovalEdit(stroke, 'accent') },
            ],
          },
        ]
      : [],
  );

/**
 * In a line of one attack a string with slurs between, an attack at a change of string right beside an accent that is
 * slurred: it sounds like the accent it is not.
 */
export const checkStringChangeNextToAccent: DiagnosticRule = (context) => {
  const { strokes } = context.pattern;
  if (!strokes.some(({ accent, slur }) => accent && slur)) return [];
  return strokes.flatMap((stroke, index): IndexedDiagnostic[] => {
    const [before, beside] = [
      strokes[index - 1],
      [strokes[index - 1], strokes[index + 1]].find((one) => one?.accent && one.slur),
    ];
    if (stroke.slur || stroke.accent || !before || before.string === stroke.string || !beside) return [];
    return [
      {
        code: 'attack-beside-accent',
        strokes: [index],
        message: message('finding.attack-beside-accent', {
          place: place(context, stroke),
          other: place(context, beside),
        }),
        severity: 0.35,
        fixCandidates: [
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
