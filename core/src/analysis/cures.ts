import { schoolOf, type FingerOptions } from '../fingering/index.ts';
import { edit, type Edit } from '../edit/index.ts';
import { message, type Message } from '../message/message.ts';
import { fingerWord, strikerOf, type Digit, type Pattern, type Stroke } from '../pattern/index.ts';
import { TEMPO_RANGE } from '../time/index.ts';
import type { CureIdea } from './findings/index.ts';
import { judge, type Judgement, type NamedFinding } from './judge.ts';

/** A way out of a finding that was tried: what it is called, the edit, and how much less there is to find afterwards. */
export interface Cure extends CureIdea {
  /** Sum of severities before, less after. */
  readonly gain: number;
}

const total = (findings: readonly NamedFinding[]): number => findings.reduce((sum, { severity }) => sum + severity, 0);

const lastStroke = ({ strokes }: NamedFinding): string => strokes[strokes.length - 1] ?? '';

const stillThere = (finding: NamedFinding, after: Judgement): boolean =>
  after.findings.some((one) => one.kind === finding.kind && lastStroke(one) === lastStroke(finding));

const strokesOf = (pattern: Pattern, { strokes }: NamedFinding): readonly Stroke[] =>
  strokes.flatMap((id) => pattern.strokes.find((stroke) => stroke.id === id) ?? []);

const put = (stroke: Stroke, pin: Digit | undefined): Edit => ({ kind: 'put', strokes: [{ ...stroke, pin }] });

const unpinLabel = (pin: Digit): Message =>
  strikerOf(pin) === 'pick'
    ? message('fix.unpin-pick', { stroke: pin })
    : message('fix.unpin', { finger: fingerWord(pin) });

const unpinIdeas = (pattern: Pattern, finding: NamedFinding): readonly CureIdea[] =>
  strokesOf(pattern, finding)
    .filter(({ pin }) => pin)
    .map((stroke) => ({ label: unpinLabel(stroke.pin as Digit), edit: put(stroke, undefined) }));

const handOverLabel = (digit: Digit): Message =>
  strikerOf(digit) === 'pick'
    ? message('fix.pick-stroke', { stroke: digit })
    : message('fix.give-to', { finger: fingerWord(digit) });

const handOverBefore = (digit: Digit, string: number): Message =>
  strikerOf(digit) === 'pick'
    ? message('fix.previous-pick-stroke', { stroke: digit, string })
    : message('fix.give-previous-to', { finger: fingerWord(digit), string });

/** The stroke where it shows, given to each other digit of the school; then the one before it. */
const handOverIdeas = (
  pattern: Pattern,
  finding: NamedFinding,
  judgement: Judgement,
  options: FingerOptions,
): readonly CureIdea[] => {
  const { digits } = options.school ?? schoolOf(pattern);
  const [first, ...earlier] = [...strokesOf(pattern, finding)].reverse();
  const ideas = (stroke: Stroke, label: (digit: Digit) => Message): readonly CureIdea[] =>
    digits
      .filter((digit) => digit !== judgement.digits[stroke.id])
      .map((digit) => ({ label: label(digit), edit: put(stroke, digit) }));
  return [
    ...(first ? ideas(first, handOverLabel) : []),
    ...earlier.slice(0, 1).flatMap((stroke) => ideas(stroke, (digit) => handOverBefore(digit, stroke.string))),
  ];
};

/** Findings that a teacher may simply accept: a pin says so. */
const ACCEPTABLE: readonly NamedFinding['kind'][] = [
  'cramped',
  'inside-change',
  'string-skip',
  'thumb-on-treble',
  'off-home',
];

const acceptIdeas = (pattern: Pattern, finding: NamedFinding, judgement: Judgement): readonly CureIdea[] => {
  const [stroke] = [...strokesOf(pattern, finding)].reverse();
  const digit = stroke && judgement.digits[stroke.id];
  return stroke && digit && ACCEPTABLE.includes(finding.kind)
    ? [{ label: message('fix.accept'), edit: put(stroke, digit) }]
    : [];
};

/** Steps of tempo that are tried downward, each a tenth slower. */
const SLOWER = [0.9, 0.8, 0.7, 0.6, 0.5, 0.4, 0.3];

/** Findings that a slower tempo does not mend but only makes less of. */
const NOT_OF_TEMPO: readonly NamedFinding['kind'][] = ['thumb-on-treble', 'off-home'];

/** Slower tempos to try, quickest first: among the steps stands the ceiling, which is what the hand needs. */
const slowerIdeas = (
  { tempo }: Pattern,
  { kind }: NamedFinding,
  { ceiling }: Pick<Judgement, 'ceiling'>,
): readonly CureIdea[] => {
  if (NOT_OF_TEMPO.includes(kind)) return [];
  const steps = [...SLOWER.map((share) => tempo * share), ...(ceiling ? [ceiling.bpm] : [])].map(Math.floor);
  return [...new Set(steps)]
    .filter((slower) => slower >= TEMPO_RANGE.least && slower < tempo)
    .sort((a, b) => b - a)
    .map((slower) => ({
      label: message('fix.slow-down', { tempo: slower }),
      edit: { kind: 'setTempo', tempo: slower },
    }));
};

const tried =
  (pattern: Pattern, finding: NamedFinding, judgement: Judgement, options: FingerOptions) =>
  (idea: CureIdea): readonly Cure[] => {
    const done = edit(pattern, idea.edit);
    if (!done.ok) return [];
    const after = judge(done.value.document, options);
    const gain = total(judgement.findings) - total(after.findings);
    const worse = after.troubles.length > judgement.troubles.length;
    return stillThere(finding, after) || worse || gain <= 1e-9 ? [] : [{ ...idea, gain }];
  };

/**
 * The best way out of a finding: the edit after which it is gone and the least is left, those of its kind and a change
 * of digit before a slower tempo, and a slower tempo before letting it stand. Undefined where nothing helps.
 * @example
 * cureFor(newPattern('P'), judge(newPattern('P')), { kind: 'rushed', strokes: [], message: { code: 'finding.doubled' }, severity: 1 }) // => undefined
 */
export const cureFor = (
  pattern: Pattern,
  judgement: Judgement,
  finding: NamedFinding,
  options: FingerOptions = {},
): Cure | undefined => {
  const attempt = tried(pattern, finding, judgement, options);
  const best = (ideas: readonly CureIdea[]): Cure | undefined =>
    ideas.flatMap(attempt).sort((a, b) => b.gain - a.gain)[0];
  return (
    best(unpinIdeas(pattern, finding)) ??
    best([...(finding.ideas ?? []), ...handOverIdeas(pattern, finding, judgement, options)]) ??
    slowerIdeas(pattern, finding, judgement).flatMap(attempt)[0] ??
    acceptIdeas(pattern, finding, judgement).flatMap(attempt)[0]
  );
};
