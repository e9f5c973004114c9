import { message, type Message } from '../../message/index.ts';
import { shiftInTime } from '../../transform/index.ts';
import { applyPatternEdit, createIdGenerator } from '../../edit/index.ts';
import { createTroubleSpotDrills } from '../../drills/index.ts';
import type { FingeringOptions } from '../../fingering/index.ts';
import {
  PATTERN_LIMITS,
  ACTUATORS,
  fingerName,
  fingerWord,
  subdivisionTicks,
  actuatorOf,
  type Digit,
  type Pattern,
  type Stroke,
  type Actuator,
  scaledFrame,
} from '../../pattern/index.ts';
import { beatsPerBar, ticksPerBeat } from '../../time/index.ts';
import { countActuatorStrokes, findPulseActuator, type PatternAnalysis } from '../../analysis/index.ts';

/** The kinds of stages a ladder has, in the order they usually come. */
export const STAGE_KINDS = [
  'position',
  'thumb',
  'fingers',
  'layers',
  'half',
  'muted',
  'hardest',
  'slowly',
  'planting',
  'chords',
  'displaced',
  'memory',
  'bursts',
  'tempo',
] as const;

/** What a stage is about. */
export type StageKind = (typeof STAGE_KINDS)[number];

/** A stage before it has tempos: what is played, why, and what goes with it. */
export interface StageDraft {
  /** Its kind, with a number where there are several of one kind. */
  readonly key: string;
  readonly kind: StageKind;
  readonly name: Message;
  readonly reason: Message;
  readonly remark: Message;
  /** What is played, under the name of the pattern it comes from. */
  readonly pattern: Pattern;
  /** Clean times in a row that pass it; 0 where it is done once. */
  readonly gate: number;
  readonly minutes: number;
}

/** A kind of stage a pattern has no need of, and why. */
export interface SkippedStage {
  readonly kind: StageKind;
  readonly reason: Message;
}

/** What a stage needs to be made. */
export interface StageContext {
  /** The pattern with its digits pinned: parts of it keep the fingering of the whole. */
  readonly pattern: Pattern;
  readonly analysis: PatternAnalysis;
  readonly options: FingeringOptions;
  /** Shapes to take it over, where it belongs to a song or a set. */
  readonly voicings: readonly Pattern['voicing'][];
  readonly hasBursts: boolean;
}

type StageResult = readonly StageDraft[] | Message;

const REQUIRED_STREAK = { usual: 5, memory: 10 } as const;

const getDigit = ({ analysis }: StageContext, { id }: Stroke): Digit | null => analysis.digits[id] ?? null;

const keepStrokes = (pattern: Pattern, keep: (stroke: Stroke) => boolean): Pattern => ({
  ...pattern,
  strokes: pattern.strokes.filter(keep),
});

const countActuators = (source: StageContext): ReadonlyMap<Actuator, number> =>
  countActuatorStrokes(source.pattern.strokes.map((stroke) => getDigit(source, stroke)));

/** The fingers, the busiest first. */
const listFingersByCount = (count: ReadonlyMap<Actuator, number>, pulse: Actuator | undefined): readonly Actuator[] =>
  [...count.keys()].filter((striker) => striker !== pulse).sort((a, b) => (count.get(b) ?? 0) - (count.get(a) ?? 0));

const createActuatorFilter = (source: StageContext, strikers: readonly Actuator[]): ((stroke: Stroke) => boolean) => {
  const wanted = new Set(strikers);
  return (stroke) => {
    const digit = getDigit(source, stroke);
    return digit !== null && wanted.has(actuatorOf(digit));
  };
};

/** The string a finger plays most. */
const stringOf = (source: StageContext, striker: Actuator): number => {
  const counts = new Map<number, number>();
  for (const { string } of source.pattern.strokes.filter(createActuatorFilter(source, [striker])))
    counts.set(string, (counts.get(string) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 1;
};

const positionTip = (source: StageContext): Message => {
  const strikers = ACTUATORS.filter((striker) => countActuators(source).has(striker));
  if (strikers.includes('pick')) return message('stage.position.tip-pick');
  return message('stage.position.tip', {
    homes: strikers.map((striker) =>
      message('stage.position.home', { finger: fingerName(striker), string: stringOf(source, striker) }),
    ),
  });
};

const makePositionStage = (source: StageContext): StageResult => [
  {
    key: 'position',
    kind: 'position',
    name: message('stage.position.name'),
    reason: message('stage.position.why'),
    remark: positionTip(source),
    pattern: { ...source.pattern, strokes: [] },
    gate: 0,
    minutes: 1,
  },
];

const makeThumbStage = (source: StageContext): StageResult => {
  const pulse = findPulseActuator(countActuators(source));
  if (!pulse) return message('stage.thumb.none');
  const part = keepStrokes(source.pattern, createActuatorFilter(source, [pulse]));
  if (part.strokes.length === source.pattern.strokes.length) return message('stage.thumb.single-finger');
  return [
    {
      key: 'thumb',
      kind: 'thumb',
      name: message('stage.thumb.name', { finger: pulse }),
      reason: message('stage.thumb.why'),
      remark: message('stage.thumb.tip'),
      pattern: part,
      gate: REQUIRED_STREAK.usual,
      minutes: 4,
    },
  ];
};

const makeFingersStage = (source: StageContext): StageResult => {
  const count = countActuators(source);
  const pulse = findPulseActuator(count);
  const part = keepStrokes(source.pattern, createActuatorFilter(source, listFingersByCount(count, pulse)));
  if (part.strokes.length === 0) return message('stage.fingers.none');
  if (part.strokes.length === source.pattern.strokes.length) return message('stage.fingers.only-fingers');
  return [
    {
      key: 'fingers',
      kind: 'fingers',
      name: message('stage.fingers.name'),
      reason: message('stage.fingers.why'),
      remark: message('stage.fingers.tip'),
      pattern: part,
      gate: REQUIRED_STREAK.usual,
      minutes: 3,
    },
  ];
};

const makeLayerStages = (source: StageContext): StageResult => {
  const count = countActuators(source);
  const pulse = findPulseActuator(count);
  const order = listFingersByCount(count, pulse);
  if (!pulse || order.length < 2) return message('stage.layers.none');
  return order.slice(0, -1).map((finger, place): StageDraft => {
    const added = order.slice(0, place + 1);
    return {
      key: `layers-${place + 1}`,
      kind: 'layers',
      name: message('stage.layers.name', { pulse, fingers: added.map(fingerName) }),
      reason: message(place === 0 ? 'stage.layers.first' : 'stage.layers.next', { finger: fingerWord(finger) }),
      remark: message('stage.layers.tip'),
      pattern: keepStrokes(source.pattern, createActuatorFilter(source, [pulse, ...added])),
      gate: REQUIRED_STREAK.usual,
      minutes: 3,
    };
  });
};

/** A pattern in notes twice as long. */
const twiceAsLong = (pattern: Pattern): Pattern => {
  const { place, ...frame } = scaledFrame(pattern, 2);
  const { divisions: _divisions, chordChanges, begins: _begins, ends: _ends, endings: _endings, ...rest } = pattern;
  const chords = chordChanges?.map((change) => ({ ...change, at: place(change.at) }));
  return {
    ...rest,
    ...frame,
    ...(chords ? { chordChanges: chords } : {}),
    strokes: pattern.strokes.map((stroke) => ({ ...stroke, at: place(stroke.at) })),
  };
};

const makeHalfSpeedStage = ({ pattern }: StageContext): StageResult => {
  if (pattern.bars * 2 > PATTERN_LIMITS.bars) return message('stage.half.too-long');
  const gaps = pattern.strokes.map(({ at }, index) => at - (pattern.strokes[index - 1]?.at ?? -Infinity));
  if (!gaps.some((gap) => gap > 0 && gap < ticksPerBeat(pattern.metre))) return message('stage.half.slow-already');
  return [
    {
      key: 'half',
      kind: 'half',
      name: message('stage.half.name'),
      reason: message('stage.half.why'),
      remark: message('stage.half.tip'),
      pattern: twiceAsLong(pattern),
      gate: REQUIRED_STREAK.usual,
      minutes: 4,
    },
  ];
};

const makeMutedStage = ({ pattern }: StageContext): StageResult => [
  {
    key: 'muted',
    kind: 'muted',
    name: message('stage.muted.name'),
    reason: message('stage.muted.why'),
    remark: message('stage.muted.tip'),
    pattern: { ...pattern, strokes: pattern.strokes.map((stroke) => ({ ...stroke, damped: true })) },
    gate: REQUIRED_STREAK.usual,
    minutes: 3,
  },
];

/** How many hard spots are taken alone. */
const MAX_TROUBLE_SPOTS = 2;

const makeTroubleSpotStages = ({ pattern, options }: StageContext): StageResult => {
  const spots = createTroubleSpotDrills(pattern, options, MAX_TROUBLE_SPOTS);
  if (spots.length === 0) return message('stage.hardest.none');
  return spots.slice(0, MAX_TROUBLE_SPOTS).map(({ pattern: part, description }, place): StageDraft => ({
    key: `hardest-${place + 1}`,
    kind: 'hardest',
    name: message('stage.hardest.name', { number: spots.length > 1 ? place + 1 : 0 }),
    reason: description,
    remark: message('stage.layers.tip'),
    pattern: part,
    gate: REQUIRED_STREAK.usual,
    minutes: 3,
  }));
};

const makeWholeStage = (
  { pattern }: StageContext,
  stage: Pick<StageDraft, 'key' | 'kind' | 'name' | 'reason' | 'remark' | 'minutes'> & { readonly gate?: number },
): StageResult => [{ gate: REQUIRED_STREAK.usual, ...stage, pattern }];

const makeSlowStage = (source: StageContext): StageResult =>
  makeWholeStage(source, {
    key: 'slowly',
    kind: 'slowly',
    name: message('stage.slowly.name'),
    reason: message('stage.slowly.why'),
    remark: message('stage.muted.tip'),
    minutes: 5,
  });

const makePlantingStage = (source: StageContext): StageResult => {
  if (source.pattern.strokes.every(({ slur, brush }) => slur || brush)) return message('stage.planting.none');
  return makeWholeStage(source, {
    key: 'planting',
    kind: 'planting',
    name: message('stage.planting.name'),
    reason: message('stage.planting.why'),
    remark: message('stage.planting.tip'),
    minutes: 3,
  });
};

const makeChordStage = ({ pattern, voicings }: StageContext): StageResult => {
  const others = voicings.filter(({ chord }) => chord !== pattern.voicing.chord);
  if (others.length === 0) return message('stage.chords.none');
  const names = [pattern.voicing.chord, ...others.map(({ chord }) => chord)];
  return [
    {
      key: 'chords',
      kind: 'chords',
      name: message('stage.chords.name'),
      reason: message('stage.chords.why', { chords: names }),
      remark: message('stage.chords.tip'),
      pattern,
      gate: REQUIRED_STREAK.usual,
      minutes: 4,
    },
  ];
};

const makeDisplacedStage = ({ pattern }: StageContext): StageResult => {
  const move = shiftInTime(subdivisionTicks(pattern))(pattern, [], createIdGenerator(pattern));
  const done = move.ok ? applyPatternEdit(pattern, move.value) : move;
  if (!done.ok) return message('stage.displaced.none');
  return [
    {
      key: 'displaced',
      kind: 'displaced',
      name: message('stage.displaced.name'),
      reason: message('stage.displaced.why'),
      remark: message('stage.displaced.tip'),
      pattern: done.value.document,
      gate: REQUIRED_STREAK.usual,
      minutes: 4,
    },
  ];
};

const makeMemoryStage = (source: StageContext): StageResult =>
  makeWholeStage(source, {
    key: 'memory',
    kind: 'memory',
    name: message('stage.memory.name'),
    reason: message('stage.memory.why'),
    remark: message('stage.memory.tip'),
    gate: REQUIRED_STREAK.memory,
    minutes: 5,
  });

/** The last beat twice as quick, and twice. */
const makeBurstStage = ({ pattern, hasBursts: wanted }: StageContext): StageResult => {
  if (!wanted) return message('stage.bursts.other-method');
  const beat = ticksPerBeat(pattern.metre);
  const from = beat * (beatsPerBar(pattern.metre) * pattern.bars - 1);
  const last = pattern.strokes.filter(({ at }) => at >= from);
  if (last.length < 2) return message('stage.bursts.empty');
  const twice = [0, beat / 2].flatMap((later, round) =>
    last.map((stroke) => ({ ...stroke, id: `${stroke.id}-b${round}`, at: from + (stroke.at - from) / 2 + later })),
  );
  if (twice.some(({ at }) => !Number.isInteger(at))) return message('stage.bursts.too-fine');
  return [
    {
      key: 'bursts',
      kind: 'bursts',
      name: message('stage.bursts.name'),
      reason: message('stage.bursts.why'),
      remark: message('stage.bursts.tip'),
      pattern: { ...pattern, strokes: [...pattern.strokes.filter(({ at }) => at < from), ...twice] },
      gate: REQUIRED_STREAK.usual,
      minutes: 4,
    },
  ];
};

const makeTempoStage = (source: StageContext): StageResult =>
  makeWholeStage(source, {
    key: 'tempo',
    kind: 'tempo',
    name: message('stage.tempo.name'),
    reason: message('stage.tempo.why'),
    remark: message('stage.tempo.tip'),
    gate: REQUIRED_STREAK.memory,
    minutes: 8,
  });

const STAGE_FACTORIES: Readonly<Record<StageKind, (source: StageContext) => StageResult>> = {
  position: makePositionStage,
  thumb: makeThumbStage,
  fingers: makeFingersStage,
  layers: makeLayerStages,
  half: makeHalfSpeedStage,
  muted: makeMutedStage,
  hardest: makeTroubleSpotStages,
  slowly: makeSlowStage,
  planting: makePlantingStage,
  chords: makeChordStage,
  displaced: makeDisplacedStage,
  memory: makeMemoryStage,
  bursts: makeBurstStage,
  tempo: makeTempoStage,
};

const isReason = (made: StageResult): made is Message => 'code' in made;

/** All stages a pattern has need of, in order, and the kinds it has not, each with the reason. */
export const createStageDrafts = (
  source: StageContext,
): { readonly stages: readonly StageDraft[]; readonly leftOut: readonly SkippedStage[] } => {
  const made = STAGE_KINDS.map((kind) => ({ kind, made: STAGE_FACTORIES[kind](source) }));
  return {
    stages: made.flatMap(({ made: stages }) => (isReason(stages) ? [] : stages)),
    leftOut: made.flatMap(({ kind, made: reason }) => (isReason(reason) ? [{ kind, reason }] : [])),
  };
};
