import { message } from '../../message/message.ts';
import { figuresOf } from '../../fingering/index.ts';
import { isBassString } from '../../instrument/index.ts';
import { type Edit } from '../../edit/index.ts';
import {
  STRIKERS,
  fingerWord,
  strikerOf,
  whereIs,
  type Digit,
  type Stroke,
  type Striker,
} from '../../pattern/index.ts';
import { severityOf, type Finding, type FindingContext, type FindingRule } from './finding.ts';

const pins = (strokes: readonly Stroke[], digits: readonly (Digit | null | undefined)[]): Edit => ({
  kind: 'put',
  strokes: strokes.flatMap((stroke, place) => (digits[place] ? [{ ...stroke, pin: digits[place] }] : [])),
});

/** The same figure fingered two ways in one part. */
export const fingeredTwoWays: FindingRule = ({ pattern, score, digits }) =>
  [...figuresOf(score).values()].flatMap((bars): Finding[] => {
    const [model, ...others] = bars;
    if (!model) return [];
    return others.flatMap((bar): Finding[] => {
      const differs = bar.filter((index, place) => digits[index] !== digits[model[place] as number]);
      const first = differs[0];
      if (first === undefined) return [];
      const strokes = bar.map((index) => pattern.strokes[index] as Stroke);
      return [
        {
          kind: 'fingered-two-ways',
          strokes: differs,
          message: message('finding.fingered-two-ways', {
            place: whereIs(pattern, pattern.strokes[first]?.at ?? 0),
            from: whereIs(pattern, pattern.strokes[model[0] as number]?.at ?? 0),
          }),
          severity: severityOf(differs.length, bar.length),
          ideas: [
            {
              label: message('fix.same-as-before'),
              edit: pins(
                strokes,
                model.map((index) => digits[index]),
              ),
            },
          ],
        },
      ];
    });
  });

/** A digit is idle when it plays less than this share of the busiest one's strokes; the busiest is strained from here (est.). */
const IDLE = { share: 0.25, strain: 0.9 } as const;

interface Busy {
  readonly striker: Striker;
  readonly strain: number;
  readonly strokes: readonly number[];
}

const busiest = ({ needs, digits }: FindingContext): Busy | undefined => {
  let most: (typeof needs)[number] | undefined;
  for (const need of needs)
    if (need.kind === 'own' && digits[need.from] && digits[need.to])
      if (!most || need.seconds / need.has > most.seconds / most.has) most = need;
  return most && { striker: most.striker, strain: most.seconds / most.has, strokes: [most.from, most.to] };
};

const playedBy = ({ digits }: FindingContext, striker: Striker): number =>
  digits.filter((digit) => digit && strikerOf(digit) === striker).length;

/** A digit that hardly plays while another can hardly keep up, and could take over from it. */
export const idleDigit: FindingRule = (context) => {
  const { pattern, task } = context;
  const busy = busiest(context);
  if (!busy || busy.strain < IDLE.strain || busy.striker === 'pick') return [];
  const index = busy.strokes[1] as number;
  const stroke = pattern.strokes[index] as Stroke;
  const setting = { string: stroke.string, strings: task.strings, together: 1, line: task.strokes[index]?.line };
  const idle = STRIKERS.filter(
    (striker): striker is Exclude<Striker, 'pick'> =>
      striker !== 'pick' &&
      striker !== busy.striker &&
      task.school.digits.includes(striker) &&
      task.school.permits(striker, setting) &&
      !(task.school.thumbOwnsBasses && striker === 'p' && !isBassString(stroke.string)) &&
      playedBy(context, striker) < IDLE.share * playedBy(context, busy.striker),
  )[0];
  if (!idle || stroke.pin) return [];
  return [
    {
      kind: 'hardly-used',
      strokes: busy.strokes,
      message: message('finding.hardly-used', {
        place: whereIs(pattern, stroke.at),
        busy: fingerWord(busy.striker),
        finger: fingerWord(idle),
      }),
      severity: severityOf(busy.strain - IDLE.strain, 0.6),
      ideas: [{ label: message('fix.give-to', { finger: fingerWord(idle) }), edit: pins([stroke], [idle]) }],
    },
  ];
};
