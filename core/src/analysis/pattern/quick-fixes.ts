import { resolveSchoolOrThrow, type FingeringOptions } from '../../fingering/index.ts';
import { applyPatternEdit, type AnyPatternEdit } from '../../edit/index.ts';
import { message, type Message } from '../../message/message.ts';
import { fingerWord, actuatorOf, type Digit, type Pattern, type Stroke } from '../../pattern/index.ts';
import { TEMPO_RANGE } from '../../time/index.ts';
import type { FixCandidate } from '../diagnostics/index.ts';
import { analysePattern } from './analyse-pattern.ts';
import { type PatternAnalysis } from './pattern-analysis.ts';
import { type Diagnostic } from './pattern-analysis.ts';

/**
 * A way out of a finding that was tried: what it is called, the edit, and how much less there is to find afterwards.
 */
export interface QuickFix extends FixCandidate {
  /** Sum of severities before, less after. */
  readonly severityReduction: number;
}

const sumSeverity = (findings: readonly Diagnostic[]): number =>
  findings.reduce((sum, { severity }) => sum + severity, 0);

const getLastStrokeId = ({ strokeIds }: Diagnostic): string => strokeIds[strokeIds.length - 1] ?? '';

const isUnresolved = (finding: Diagnostic, after: PatternAnalysis): boolean =>
  after.diagnostics.some((one) => one.code === finding.code && getLastStrokeId(one) === getLastStrokeId(finding));

const getStrokes = (pattern: Pattern, { strokeIds }: Diagnostic): readonly Stroke[] =>
  strokeIds.flatMap((id) => pattern.strokes.find((stroke) => stroke.id === id) ?? []);

const createPinEdit = (stroke: Stroke, pin: Digit | undefined): AnyPatternEdit => ({
  kind: 'put',
  strokes: [{ ...stroke, pin }],
});

const unpinLabel = (pin: Digit): Message =>
  actuatorOf(pin) === 'pick'
    ? message('fix.unpin-pick', { stroke: pin })
    : message('fix.unpin', { finger: fingerWord(pin) });

const proposeUnpinning = (pattern: Pattern, finding: Diagnostic): readonly FixCandidate[] =>
  getStrokes(pattern, finding)
    .filter(({ pin }) => pin)
    .map((stroke) => ({ label: unpinLabel(stroke.pin as Digit), edit: createPinEdit(stroke, undefined) }));

const handOverLabel = (digit: Digit): Message =>
  actuatorOf(digit) === 'pick'
    ? message('fix.pick-stroke', { stroke: digit })
    : message('fix.give-to', { finger: fingerWord(digit) });

const handOverBefore = (digit: Digit, string: number): Message =>
  actuatorOf(digit) === 'pick'
    ? message('fix.previous-pick-stroke', { stroke: digit, string })
    : message('fix.give-previous-to', { finger: fingerWord(digit), string });

/** The stroke where it shows, given to each other digit of the school; then the one before it. */
const proposeReassignment = (
  pattern: Pattern,
  finding: Diagnostic,
  judgement: PatternAnalysis,
  options: FingeringOptions,
): readonly FixCandidate[] => {
  const { digits } = options.school ?? resolveSchoolOrThrow(pattern);
  const [first, ...earlier] = [...getStrokes(pattern, finding)].reverse();
  // Where the index touches harmonics it is given nothing else to do.
  const isTouching = pattern.strokes.some(({ harmonic }) => harmonic?.kind === 'harp');
  const ideas = (stroke: Stroke, label: (digit: Digit) => Message): readonly FixCandidate[] =>
    digits
      .filter((digit) => digit !== judgement.digits[stroke.id] && !(isTouching && digit === 'i'))
      .map((digit) => ({ label: label(digit), edit: createPinEdit(stroke, digit) }));
  return [
    ...(first ? ideas(first, handOverLabel) : []),
    ...earlier.slice(0, 1).flatMap((stroke) => ideas(stroke, (digit) => handOverBefore(digit, stroke.string))),
  ];
};

/** Findings that a teacher may simply accept: a pin says so. */
const ACCEPTABLE_KINDS: readonly Diagnostic['code'][] = [
  'cramped',
  'inside-change',
  'string-skip',
  'thumb-on-treble',
  'off-home',
];

const proposeAccepting = (
  pattern: Pattern,
  finding: Diagnostic,
  judgement: PatternAnalysis,
): readonly FixCandidate[] => {
  const [stroke] = [...getStrokes(pattern, finding)].reverse();
  const digit = stroke && judgement.digits[stroke.id];
  return stroke && digit && ACCEPTABLE_KINDS.includes(finding.code)
    ? [{ label: message('fix.accept'), edit: createPinEdit(stroke, digit) }]
    : [];
};

/** Steps of tempo that are tried downward, each a tenth slower. */
const TEMPO_FACTORS = [0.9, 0.8, 0.7, 0.6, 0.5, 0.4, 0.3];

/** Findings that a slower tempo does not mend but only makes less of. */
const TEMPO_INDEPENDENT_KINDS: readonly Diagnostic['code'][] = ['thumb-on-treble', 'off-home'];

/** Slower tempos to try, quickest first: among the steps stands the ceiling, which is what the hand needs. */
const proposeSlowerTempos = (
  { tempo }: Pattern,
  { code }: Diagnostic,
  { limit }: Pick<PatternAnalysis, 'limit'>,
): readonly FixCandidate[] => {
  if (TEMPO_INDEPENDENT_KINDS.includes(code)) return [];
  const steps = [...TEMPO_FACTORS.map((share) => tempo * share), ...(limit ? [limit.maxTempo] : [])].map(Math.floor);
  return [...new Set(steps)]
    .filter((slower) => slower >= TEMPO_RANGE.least && slower < tempo)
    .sort((a, b) => b - a)
    .map((slower) => ({
      label: message('fix.slow-down', { tempo: slower }),
      edit: { kind: 'setTempo', tempo: slower },
    }));
};

const evaluateFix =
  (pattern: Pattern, finding: Diagnostic, judgement: PatternAnalysis, options: FingeringOptions) =>
  (idea: FixCandidate): readonly QuickFix[] => {
    const done = applyPatternEdit(pattern, idea.edit);
    if (!done.ok) return [];
    const after = analysePattern(done.value.document, options);
    const gain = sumSeverity(judgement.diagnostics) - sumSeverity(after.diagnostics);
    const worse = after.warnings.length > judgement.warnings.length;
    return isUnresolved(finding, after) || worse || gain <= 1e-9 ? [] : [{ ...idea, severityReduction: gain }];
  };

/**
 * The best way out of a finding: the edit after which it is gone and the least is left, those of its kind and a change
 * of digit before a slower tempo, and a slower tempo before letting it stand. Undefined where nothing helps.
 * @example
 * findQuickFix(createPattern('P'), analysePattern(createPattern('P')), {
 *   code: 'rushed',
 *   strokeIds: [],
 *   message: { code: 'finding.doubled' },
 *   severity: 1,
 * }) // => undefined
 */
export const findQuickFix = (
  pattern: Pattern,
  judgement: PatternAnalysis,
  finding: Diagnostic,
  options: FingeringOptions = {},
): QuickFix | undefined => {
  const attempt = evaluateFix(pattern, finding, judgement, options);
  const best = (ideas: readonly FixCandidate[]): QuickFix | undefined =>
    ideas.flatMap(attempt).sort((a, b) => b.severityReduction - a.severityReduction)[0];
  return (
    best(proposeUnpinning(pattern, finding)) ??
    best([...(finding.fixCandidates ?? []), ...proposeReassignment(pattern, finding, judgement, options)]) ??
    proposeSlowerTempos(pattern, finding, judgement).flatMap(attempt)[0] ??
    proposeAccepting(pattern, finding, judgement).flatMap(attempt)[0]
  );
};
