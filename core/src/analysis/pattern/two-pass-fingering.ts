import { beatsPerBar } from '../../time/index.ts';
import { resolveSchoolOrThrow, type FingeringOptions, type School } from '../../fingering/index.ts';
import type { Message, MessageValue } from '../../message/message.ts';
import { isFinger, playedSpan, actuatorOf, type Digit, type Pattern } from '../../pattern/index.ts';
import type { PatternAnalysis } from './pattern-analysis.ts';
import type { Diagnostic } from './pattern-analysis.ts';

/**
 * Odd cycles in a school that plays strictly in turn: the second time round every digit is the other one, and only over
 * two times does the figure come out. Such a figure is judged written out twice, and what is found is brought back to
 * the strokes there are.
 */

/** Added to the name of a stroke for its second time. */
const SECOND_PASS_SUFFIX = ' \u00b2';

/** Strokes beyond which a figure is not written out twice: it is no cycle any more but a piece. */
const MAX_UNROLLED_STROKES = 500;

/** The digits that play in turn in a school that is strict about it. */
const createAlternationTest = ({ weights }: School): ((digit: Digit) => boolean) | undefined => {
  if (weights.strictTurn > 0) return (digit) => actuatorOf(digit) === 'pick';
  return weights.runsAcrossThumb ? isFinger : undefined;
};

/** Whether a figure that comes round is only out after two times: an odd number of strokes in strict turn. */
export const needsTwoPasses = (
  pattern: Pattern,
  digits: Readonly<Record<string, Digit | null>>,
  options: FingeringOptions,
): boolean => {
  const turns = createAlternationTest(options.school ?? resolveSchoolOrThrow(pattern));
  if (!turns || !pattern.cyclic || pattern.strokes.length > MAX_UNROLLED_STROKES) return false;
  const times = pattern.strokes.flatMap(({ id, at }) => {
    const digit = digits[id];
    return digit && turns(digit) ? [at] : [];
  });
  return new Set(times).size % 2 === 1;
};

/** The figure written out twice, and the ticks after which that comes round. */
export const unrollTwice = (pattern: Pattern, { loopTicks }: FingeringOptions): readonly [Pattern, number] => {
  const { from, to } = playedSpan(pattern);
  const length = loopTicks ?? to - from;
  const again = pattern.strokes.map((stroke) => ({
    ...stroke,
    id: stroke.id + SECOND_PASS_SUFFIX,
    at: stroke.at + length,
  }));
  const beats = beatsPerBar(pattern.metre) * pattern.bars;
  const divisions = pattern.divisions?.flatMap(({ beat, parts }) => [
    { beat, parts },
    { beat: beat + beats, parts },
  ]);
  const strokes = [...pattern.strokes, ...again];
  const isCut = pattern.begins !== undefined || pattern.ends !== undefined;
  const span = isCut ? { ends: from + 2 * length } : {};
  return [{ ...pattern, ...span, bars: pattern.bars * 2, strokes, ...(divisions ? { divisions } : {}) }, 2 * length];
};

const isSecondPassId = (id: string): boolean => id.endsWith(SECOND_PASS_SUFFIX);

const toFirstPassId = (id: string): string => (isSecondPassId(id) ? id.slice(0, -SECOND_PASS_SUFFIX.length) : id);

/** A value of a message with its places of the second time through as those of the first. */
const valueOfFirst = (value: MessageValue, bars: number): MessageValue => {
  if (Array.isArray(value)) return value.map((item) => valueOfFirst(item, bars) as Message);
  return typeof value === 'object' ? mapTextToFirstPass(value as Message, bars) : value;
};

/** A message with its places of the second time through as those of the first. */
const mapTextToFirstPass = (said: Message, bars: number): Message => {
  const { code, params } = said;
  if (!params) return said;
  if (code === 'place.in-bar' && bars === 1) return params.place as Message;
  if (code === 'place.in-bar') return { code, params: { ...params, bar: ((Number(params.bar) - 1) % bars) + 1 } };
  const changed = Object.entries(params).map(([name, value]) => [name, valueOfFirst(value, bars)]);
  return { code, params: Object.fromEntries(changed) as Message['params'] };
};

const mergeDiagnostics = (findings: readonly Diagnostic[], bars: number): readonly Diagnostic[] => {
  const said = findings.map((finding) => ({
    ...finding,
    strokeIds: finding.strokeIds.map(toFirstPassId),
    message: mapTextToFirstPass(finding.message, bars),
  }));
  const key = ({ code, strokeIds }: Diagnostic): string => `${code} ${strokeIds.join()}`;
  return [...new Map([...said].reverse().map((finding) => [key(finding), finding])).values()].reverse();
};

/** What was found of a figure written out twice, said of its strokes. */
export const mergePasses = (pattern: Pattern, both: PatternAnalysis): PatternAnalysis => {
  const { limit, limitsByConstraint, transitions, actuatorLoads, warnings } = both;
  return {
    ...both,
    digits: Object.fromEntries(pattern.strokes.map(({ id }) => [id, both.digits[id] ?? null])),
    secondPassDigits: Object.fromEntries(
      pattern.strokes.map(({ id }) => [id, both.digits[id + SECOND_PASS_SUFFIX] ?? null]),
    ),
    cost: both.cost / 2,
    limit: limit && {
      ...limit,
      reason: mapTextToFirstPass(limit.reason, pattern.bars),
      strokeIds: limit.strokeIds.map(toFirstPassId),
    },
    limitsByConstraint: limitsByConstraint.map((part) => ({ ...part, strokes: part.strokes.map(toFirstPassId) })),
    transitions: transitions.map((motion) => ({
      ...motion,
      from: toFirstPassId(motion.from),
      to: toFirstPassId(motion.to),
    })),
    actuatorLoads: actuatorLoads.map((one) => ({ ...one, strokes: one.strokes / 2 })),
    diagnostics: mergeDiagnostics(both.diagnostics, pattern.bars),
    warnings: warnings.filter(({ strokes }) => !strokes.some(isSecondPassId)),
  };
};
