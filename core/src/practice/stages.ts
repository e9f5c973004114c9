import { message, type Message } from '../message/index.ts';
import { displace } from '../transform/index.ts';
import { edit, freshNames } from '../edit/index.ts';
import { isolate } from '../drills/index.ts';
import type { FingerOptions } from '../fingering/index.ts';
import {
  PATTERN_LIMITS,
  STRIKERS,
  fingerName,
  fingerWord,
  slotTicks,
  strikerOf,
  type Digit,
  type Pattern,
  type Stroke,
  type Striker,
} from '../pattern/index.ts';
import { ticksPerBeat } from '../time/index.ts';
import { countActuatorStrokes, findPulseActuator, type PatternAnalysis } from '../analysis/index.ts';

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
export interface RawStage {
  /** Its kind, with a number where there are several of one kind. */
  readonly key: string;
  readonly kind: StageKind;
  readonly name: Message;
  readonly why: Message;
  readonly remark: Message;
  /** What is played, under the name of the pattern it comes from. */
  readonly pattern: Pattern;
  /** Clean times in a row that pass it; 0 where it is done once. */
  readonly gate: number;
  readonly minutes: number;
}

/** A kind of stage a pattern has no need of, and why. */
export interface LeftOut {
  readonly kind: StageKind;
  readonly reason: Message;
}

/** What a stage needs to be made. */
export interface StageSource {
  /** The pattern with its digits pinned: parts of it keep the fingering of the whole. */
  readonly pattern: Pattern;
  readonly judgement: PatternAnalysis;
  readonly options: FingerOptions;
  /** Shapes to take it over, where it belongs to a song or a set. */
  readonly voicings: readonly Pattern['voicing'][];
  readonly bursts: boolean;
}

type Made = readonly RawStage[] | Message;

const GATE = { usual: 5, memory: 10 } as const;

const digitOf = ({ judgement }: StageSource, { id }: Stroke): Digit | null => judgement.digits[id] ?? null;

const only = (pattern: Pattern, keep: (stroke: Stroke) => boolean): Pattern => ({
  ...pattern,
  strokes: pattern.strokes.filter(keep),
});

const countsOf = (source: StageSource): ReadonlyMap<Striker, number> =>
  countActuatorStrokes(source.pattern.strokes.map((stroke) => digitOf(source, stroke)));

/** The fingers, the busiest first. */
const fingersOf = (count: ReadonlyMap<Striker, number>, pulse: Striker | undefined): readonly Striker[] =>
  [...count.keys()].filter((striker) => striker !== pulse).sort((a, b) => (count.get(b) ?? 0) - (count.get(a) ?? 0));

const isOf = (source: StageSource, strikers: readonly Striker[]): ((stroke: Stroke) => boolean) => {
  const wanted = new Set(strikers);
  return (stroke) => {
    const digit = digitOf(source, stroke);
    return digit !== null && wanted.has(strikerOf(digit));
  };
};

/** The string a finger plays most. */
const stringOf = (source: StageSource, striker: Striker): number => {
  const counts = new Map<number, number>();
  for (const { string } of source.pattern.strokes.filter(isOf(source, [striker])))
    counts.set(string, (counts.get(string) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 1;
};

const positionTip = (source: StageSource): Message => {
  const strikers = STRIKERS.filter((striker) => countsOf(source).has(striker));
  if (strikers.includes('pick')) return message('stage.position.tip-pick');
  return message('stage.position.tip', {
    homes: strikers.map((striker) =>
      message('stage.position.home', { finger: fingerName(striker), string: stringOf(source, striker) }),
    ),
  });
};

const position = (source: StageSource): Made => [
  {
    key: 'position',
    kind: 'position',
    name: message('stage.position.name'),
    why: message('stage.position.why'),
    remark: positionTip(source),
    pattern: { ...source.pattern, strokes: [] },
    gate: 0,
    minutes: 1,
  },
];

const thumb = (source: StageSource): Made => {
  const pulse = findPulseActuator(countsOf(source));
  if (!pulse) return message('stage.thumb.none');
  const part = only(source.pattern, isOf(source, [pulse]));
  if (part.strokes.length === source.pattern.strokes.length) return message('stage.thumb.single-finger');
  return [
    {
      key: 'thumb',
      kind: 'thumb',
      name: message('stage.thumb.name', { finger: pulse }),
      why: message('stage.thumb.why'),
      remark: message('stage.thumb.tip'),
      pattern: part,
      gate: GATE.usual,
      minutes: 4,
    },
  ];
};

const fingers = (source: StageSource): Made => {
  const count = countsOf(source);
  const pulse = findPulseActuator(count);
  const part = only(source.pattern, isOf(source, fingersOf(count, pulse)));
  if (part.strokes.length === 0) return message('stage.fingers.none');
  if (part.strokes.length === source.pattern.strokes.length) return message('stage.fingers.only-fingers');
  return [
    {
      key: 'fingers',
      kind: 'fingers',
      name: message('stage.fingers.name'),
      why: message('stage.fingers.why'),
      remark: message('stage.fingers.tip'),
      pattern: part,
      gate: GATE.usual,
      minutes: 3,
    },
  ];
};

const layers = (source: StageSource): Made => {
  const count = countsOf(source);
  const pulse = findPulseActuator(count);
  const order = fingersOf(count, pulse);
  if (!pulse || order.length < 2) return message('stage.layers.none');
  return order.slice(0, -1).map((finger, place): RawStage => {
    const added = order.slice(0, place + 1);
    return {
      key: `layers-${place + 1}`,
      kind: 'layers',
      name: message('stage.layers.name', { pulse, fingers: added.map(fingerName) }),
      why: message(place === 0 ? 'stage.layers.first' : 'stage.layers.next', { finger: fingerWord(finger) }),
      remark: message('stage.layers.tip'),
      pattern: only(source.pattern, isOf(source, [pulse, ...added])),
      gate: GATE.usual,
      minutes: 3,
    };
  });
};

const half = ({ pattern }: StageSource): Made => {
  if (pattern.bars * 2 > PATTERN_LIMITS.bars) return message('stage.half.too-long');
  const gaps = pattern.strokes.map(({ at }, index) => at - (pattern.strokes[index - 1]?.at ?? -Infinity));
  if (!gaps.some((gap) => gap > 0 && gap < ticksPerBeat(pattern.metre))) return message('stage.half.slow-already');
  const strokes = pattern.strokes.map((stroke) => ({ ...stroke, at: stroke.at * 2 }));
  const { divisions: _divisions, ...rest } = pattern;
  return [
    {
      key: 'half',
      kind: 'half',
      name: message('stage.half.name'),
      why: message('stage.half.why'),
      remark: message('stage.half.tip'),
      pattern: { ...rest, bars: pattern.bars * 2, strokes },
      gate: GATE.usual,
      minutes: 4,
    },
  ];
};

const muted = ({ pattern }: StageSource): Made => [
  {
    key: 'muted',
    kind: 'muted',
    name: message('stage.muted.name'),
    why: message('stage.muted.why'),
    remark: message('stage.muted.tip'),
    pattern: { ...pattern, strokes: pattern.strokes.map((stroke) => ({ ...stroke, damped: true })) },
    gate: GATE.usual,
    minutes: 3,
  },
];

/** How many hard spots are taken alone. */
const HARD_SPOTS = 2;

const hardest = ({ pattern, options }: StageSource): Made => {
  const spots = isolate(pattern, options, HARD_SPOTS);
  if (spots.length === 0) return message('stage.hardest.none');
  return spots.slice(0, HARD_SPOTS).map(({ pattern: part, about }, place): RawStage => ({
    key: `hardest-${place + 1}`,
    kind: 'hardest',
    name: message('stage.hardest.name', { number: spots.length > 1 ? place + 1 : 0 }),
    why: about,
    remark: message('stage.layers.tip'),
    pattern: part,
    gate: GATE.usual,
    minutes: 3,
  }));
};

const whole = (
  { pattern }: StageSource,
  stage: Pick<RawStage, 'key' | 'kind' | 'name' | 'why' | 'remark' | 'minutes'> & { readonly gate?: number },
): Made => [{ gate: GATE.usual, ...stage, pattern }];

const slowly = (source: StageSource): Made =>
  whole(source, {
    key: 'slowly',
    kind: 'slowly',
    name: message('stage.slowly.name'),
    why: message('stage.slowly.why'),
    remark: message('stage.muted.tip'),
    minutes: 5,
  });

const planting = (source: StageSource): Made => {
  if (source.pattern.strokes.every(({ slur, brush }) => slur || brush)) return message('stage.planting.none');
  return whole(source, {
    key: 'planting',
    kind: 'planting',
    name: message('stage.planting.name'),
    why: message('stage.planting.why'),
    remark: message('stage.planting.tip'),
    minutes: 3,
  });
};

const chords = ({ pattern, voicings }: StageSource): Made => {
  const others = voicings.filter(({ chord }) => chord !== pattern.voicing.chord);
  if (others.length === 0) return message('stage.chords.none');
  const names = [pattern.voicing.chord, ...others.map(({ chord }) => chord)];
  return [
    {
      key: 'chords',
      kind: 'chords',
      name: message('stage.chords.name'),
      why: message('stage.chords.why', { chords: names }),
      remark: message('stage.chords.tip'),
      pattern,
      gate: GATE.usual,
      minutes: 4,
    },
  ];
};

const displaced = ({ pattern }: StageSource): Made => {
  const move = displace(slotTicks(pattern))(pattern, [], freshNames(pattern));
  const done = move.ok ? edit(pattern, move.value) : move;
  if (!done.ok) return message('stage.displaced.none');
  return [
    {
      key: 'displaced',
      kind: 'displaced',
      name: message('stage.displaced.name'),
      why: message('stage.displaced.why'),
      remark: message('stage.displaced.tip'),
      pattern: done.value.document,
      gate: GATE.usual,
      minutes: 4,
    },
  ];
};

const memory = (source: StageSource): Made =>
  whole(source, {
    key: 'memory',
    kind: 'memory',
    name: message('stage.memory.name'),
    why: message('stage.memory.why'),
    remark: message('stage.memory.tip'),
    gate: GATE.memory,
    minutes: 5,
  });

/** The last beat twice as quick, and twice. */
const bursts = ({ pattern, bursts: wanted }: StageSource): Made => {
  if (!wanted) return message('stage.bursts.other-method');
  const beat = ticksPerBeat(pattern.metre);
  const from = beat * (pattern.metre.beats * pattern.bars - 1);
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
      why: message('stage.bursts.why'),
      remark: message('stage.bursts.tip'),
      pattern: { ...pattern, strokes: [...pattern.strokes.filter(({ at }) => at < from), ...twice] },
      gate: GATE.usual,
      minutes: 4,
    },
  ];
};

const tempo = (source: StageSource): Made =>
  whole(source, {
    key: 'tempo',
    kind: 'tempo',
    name: message('stage.tempo.name'),
    why: message('stage.tempo.why'),
    remark: message('stage.tempo.tip'),
    gate: GATE.memory,
    minutes: 8,
  });

const MAKERS: Readonly<Record<StageKind, (source: StageSource) => Made>> = {
  position,
  thumb,
  fingers,
  layers,
  half,
  muted,
  hardest,
  slowly,
  planting,
  chords,
  displaced,
  memory,
  bursts,
  tempo,
};

const isReason = (made: Made): made is Message => 'code' in made;

/** All stages a pattern has need of, in order, and the kinds it has not, each with the reason. */
export const rawStages = (
  source: StageSource,
): { readonly stages: readonly RawStage[]; readonly leftOut: readonly LeftOut[] } => {
  const made = STAGE_KINDS.map((kind) => ({ kind, made: MAKERS[kind](source) }));
  return {
    stages: made.flatMap(({ made: stages }) => (isReason(stages) ? [] : stages)),
    leftOut: made.flatMap(({ kind, made: reason }) => (isReason(reason) ? [{ kind, reason }] : [])),
  };
};
