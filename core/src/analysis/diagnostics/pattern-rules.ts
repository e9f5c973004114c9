import { message } from '../../message/message.ts';
import { getRecurringBars, thumbFromOf } from '../../fingering/index.ts';
import { type AnyPatternEdit } from '../../edit/index.ts';
import {
  ACTUATORS,
  fingerWord,
  actuatorOf,
  describePosition,
  type Digit,
  type Stroke,
  type Actuator,
} from '../../pattern/index.ts';
import { computeSeverity, type IndexedDiagnostic, type DiagnosticContext, type DiagnosticRule } from './diagnostic.ts';

const createPinsEdit = (strokes: readonly Stroke[], digits: readonly (Digit | null | undefined)[]): AnyPatternEdit => ({
  kind: 'put',
  strokes: strokes.flatMap((stroke, place) => (digits[place] ? [{ ...stroke, pin: digits[place] }] : [])),
});

/** The same figure fingered two ways in one part. */
export const checkInconsistentFingering: DiagnosticRule = ({ pattern, score, digits }) =>
  [...getRecurringBars(score).values()].flatMap((bars): IndexedDiagnostic[] => {
    const [model, ...others] = bars;
    if (!model) return [];
    return others.flatMap((bar): IndexedDiagnostic[] => {
      const differs = bar.filter((index, place) => digits[index] !== digits[model[place] as number]);
      const first = differs[0];
      if (first === undefined) return [];
      const strokes = bar.map((index) => pattern.strokes[index] as Stroke);
      return [
        {
          code: 'fingered-two-ways',
          strokes: differs,
          message: message('finding.fingered-two-ways', {
            place: describePosition(pattern, pattern.strokes[first]?.at ?? 0),
            from: describePosition(pattern, pattern.strokes[model[0] as number]?.at ?? 0),
          }),
          severity: computeSeverity(differs.length, bar.length),
          fixCandidates: [
            {
              label: message('fix.same-as-before'),
              edit: createPinsEdit(
                strokes,
                model.map((index) => digits[index]),
              ),
            },
          ],
        },
      ];
    });
  });

/**
 * A digit is idle when it plays less than this share of the busiest one's strokes; the busiest is strained from here
 * (est.).
 */
const IDLE_THRESHOLDS = { share: 0.25, strain: 0.9 } as const;

interface BusiestActuator {
  readonly striker: Actuator;
  readonly strain: number;
  readonly strokes: readonly number[];
}

const findBusiestActuator = ({ transitions, digits }: DiagnosticContext): BusiestActuator | undefined => {
  let most: (typeof transitions)[number] | undefined;
  for (const need of transitions)
    if (need.kind === 'own' && digits[need.from] && digits[need.to])
      if (!most || need.neededSeconds / need.availableSeconds > most.neededSeconds / most.availableSeconds) most = need;
  return (
    most && {
      striker: most.actuator,
      strain: most.neededSeconds / most.availableSeconds,
      strokes: [most.from, most.to],
    }
  );
};

const countStrokes = ({ digits }: DiagnosticContext, striker: Actuator): number =>
  digits.filter((digit) => digit && actuatorOf(digit) === striker).length;

/** A digit that hardly plays while another can hardly keep up, and could take over from it. */
export const checkIdleDigit: DiagnosticRule = (context) => {
  const { pattern, task } = context;
  const busy = findBusiestActuator(context);
  if (!busy || busy.strain < IDLE_THRESHOLDS.strain || busy.striker === 'pick') return [];
  const index = busy.strokes[1] as number;
  const stroke = pattern.strokes[index] as Stroke;
  const setting = {
    string: stroke.string,
    strings: task.strings,
    together: 1,
    line: task.strokes[index]?.isInBassLine,
    thumbFrom: task.school.thumbFrom,
    isOnBeat: task.strokes[index]?.isOnBeat,
  };
  const idle = ACTUATORS.filter(
    (striker): striker is Exclude<Actuator, 'pick'> =>
      striker !== 'pick' &&
      striker !== busy.striker &&
      task.school.digits.includes(striker) &&
      task.school.isDigitAllowed(striker, setting) &&
      !(task.school.isBassReservedForThumb && striker === 'p' && stroke.string < thumbFromOf(task.school)) &&
      countStrokes(context, striker) < IDLE_THRESHOLDS.share * countStrokes(context, busy.striker),
  )[0];
  if (!idle || stroke.pin) return [];
  return [
    {
      code: 'hardly-used',
      strokes: busy.strokes,
      message: message('finding.hardly-used', {
        place: describePosition(pattern, stroke.at),
        busy: fingerWord(busy.striker),
        finger: fingerWord(idle),
      }),
      severity: computeSeverity(busy.strain - IDLE_THRESHOLDS.strain, 0.6),
      fixCandidates: [
        { label: message('fix.give-to', { finger: fingerWord(idle) }), edit: createPinsEdit([stroke], [idle]) },
      ],
    },
  ];
};
