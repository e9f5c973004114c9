import { displace } from '../transform/index.ts';
import { edit, freshNames } from '../edit/index.ts';
import { isolate } from '../drills/index.ts';
import type { FingerOptions } from '../fingering/index.ts';
import {
  PATTERN_LIMITS,
  STRIKER_NAMES,
  slotTicks,
  strikerOf,
  type Digit,
  type Pattern,
  type Stroke,
  type Striker,
} from '../pattern/index.ts';
import { ticksPerBeat } from '../time/index.ts';
import { countStrikers, pulseOf, type Judgement } from '../analysis/index.ts';

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
  readonly name: string;
  readonly why: string;
  readonly remark: string;
  readonly pattern: Pattern;
  /** Clean times in a row that pass it; 0 where it is done once. */
  readonly gate: number;
  readonly minutes: number;
}

/** A kind of stage a pattern has no need of, and why. */
export interface LeftOut {
  readonly kind: StageKind;
  readonly reason: string;
}

/** What a stage needs to be made. */
export interface StageSource {
  /** The pattern with its digits pinned: parts of it keep the fingering of the whole. */
  readonly pattern: Pattern;
  readonly judgement: Judgement;
  readonly options: FingerOptions;
  /** Shapes to take it over, where it belongs to a song or a set. */
  readonly voicings: readonly Pattern['voicing'][];
  readonly bursts: boolean;
}

type Made = readonly RawStage[] | string;

const GATE = { usual: 5, memory: 10 } as const;

const digitOf = ({ judgement }: StageSource, { id }: Stroke): Digit | null => judgement.digits[id] ?? null;

const only = (pattern: Pattern, name: string, keep: (stroke: Stroke) => boolean): Pattern => ({
  ...pattern,
  name,
  strokes: pattern.strokes.filter(keep),
});

const countsOf = (source: StageSource): ReadonlyMap<Striker, number> =>
  countStrikers(source.pattern.strokes.map((stroke) => digitOf(source, stroke)));

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

const position = ({ pattern }: StageSource): Made => [
  {
    key: 'position',
    kind: 'position',
    name: 'Position',
    why: 'Ten seconds before anything sounds: what is crooked now is practised crooked.',
    remark:
      'Rest the fingers on string 3, thumb in front; then thumb to its bass, i on 3, m on 2, a on 1. Rest, do not grip.',
    pattern: { ...pattern, name: 'Position', strokes: [] },
    gate: 0,
    minutes: 1,
  },
];

const thumb = (source: StageSource): Made => {
  const pulse = pulseOf(countsOf(source));
  if (!pulse) return 'nothing is played by thumb or pick';
  const part = only(source.pattern, `The ${STRIKER_NAMES[pulse]} alone`, isOf(source, [pulse]));
  if (part.strokes.length === source.pattern.strokes.length) return 'the whole is played by one digit';
  return [
    {
      key: 'thumb',
      kind: 'thumb',
      name: part.name,
      why: 'It has to go on by itself before anything is laid over it.',
      remark: 'Start it and let it run for four to eight beats before anything joins.',
      pattern: part,
      gate: GATE.usual,
      minutes: 4,
    },
  ];
};

const fingers = (source: StageSource): Made => {
  const count = countsOf(source);
  const pulse = pulseOf(count);
  const part = only(source.pattern, 'The fingers alone', isOf(source, fingersOf(count, pulse)));
  if (part.strokes.length === 0) return 'no finger plays in it';
  if (part.strokes.length === source.pattern.strokes.length) return 'nothing but fingers plays in it';
  return [
    {
      key: 'fingers',
      kind: 'fingers',
      name: part.name,
      why: 'The fingers learn their strings without having to mind the pulse.',
      remark: 'Move the fingers, not the hand; do not pull the strings away from the top.',
      pattern: part,
      gate: GATE.usual,
      minutes: 3,
    },
  ];
};

const layers = (source: StageSource): Made => {
  const count = countsOf(source);
  const pulse = pulseOf(count);
  const order = fingersOf(count, pulse);
  if (!pulse || order.length < 2) return 'there are not two fingers to be laid over a pulse one after the other';
  return order.slice(0, -1).map((finger, place): RawStage => {
    const added = order.slice(0, place + 1);
    return {
      key: `layers-${place + 1}`,
      kind: 'layers',
      name: `The ${STRIKER_NAMES[pulse]} and ${added.map((one) => STRIKER_NAMES[one]).join(' and ')}`,
      why: `The ${STRIKER_NAMES[finger]} comes ${place === 0 ? 'first: it has the most to play' : 'next'}.`,
      remark: 'The same crossing with the same finger every time.',
      pattern: only(source.pattern, `With ${STRIKER_NAMES[finger]}`, isOf(source, [pulse, ...added])),
      gate: GATE.usual,
      minutes: 3,
    };
  });
};

const half = ({ pattern }: StageSource): Made => {
  if (pattern.bars * 2 > PATTERN_LIMITS.bars) return 'it is too long to be written in twice the bars';
  const gaps = pattern.strokes.map(({ at }, index) => at - (pattern.strokes[index - 1]?.at ?? -Infinity));
  if (!gaps.some((gap) => gap > 0 && gap < ticksPerBeat(pattern.metre)))
    return 'nothing in it is quicker than the beat';
  const strokes = pattern.strokes.map((stroke) => ({ ...stroke, at: stroke.at * 2 }));
  const { divisions: _divisions, ...rest } = pattern;
  return [
    {
      key: 'half',
      kind: 'half',
      name: 'At half the values',
      why: 'The same strokes with twice the time: the beat stays, the hand can look ahead.',
      remark: 'Look in a mirror: the fingers alternate and cross the strings straight, without scraping.',
      pattern: { ...rest, name: 'Half the values', bars: pattern.bars * 2, strokes },
      gate: GATE.usual,
      minutes: 4,
    },
  ];
};

const muted = ({ pattern }: StageSource): Made => [
  {
    key: 'muted',
    kind: 'muted',
    name: 'On damped strings',
    why: 'Without pitch the ear hears the rhythm, and a wrong string at once.',
    remark: 'Loosen before going faster.',
    pattern: { ...pattern, name: 'Damped', strokes: pattern.strokes.map((stroke) => ({ ...stroke, damped: true })) },
    gate: GATE.usual,
    minutes: 3,
  },
];

/** How many hard spots are taken alone. */
const HARD_SPOTS = 2;

const hardest = ({ pattern, options }: StageSource): Made => {
  const spots = isolate(pattern, options, HARD_SPOTS);
  if (spots.length === 0) return 'no change of string in it stands out';
  return spots.slice(0, HARD_SPOTS).map(({ pattern: part, about }, place): RawStage => ({
    key: `hardest-${place + 1}`,
    kind: 'hardest',
    name: `The hardest change${spots.length > 1 ? `, ${place + 1}` : ''}`,
    why: about,
    remark: 'The same crossing with the same finger every time.',
    pattern: part,
    gate: GATE.usual,
    minutes: 3,
  }));
};

const whole = (
  { pattern }: StageSource,
  stage: Pick<RawStage, 'key' | 'kind' | 'name' | 'why' | 'remark' | 'minutes'> & { readonly gate?: number },
): Made => [{ gate: GATE.usual, ...stage, pattern: { ...pattern, name: stage.name } }];

const slowly = (source: StageSource): Made =>
  whole(source, {
    key: 'slowly',
    kind: 'slowly',
    name: 'The whole, slowly',
    why: 'Everything together on one chord, reading.',
    remark: 'Loosen before going faster.',
    minutes: 5,
  });

const planting = (source: StageSource): Made => {
  if (source.pattern.strokes.every(({ slur, brush }) => slur || brush)) return 'there is no stroke to plant for';
  return whole(source, {
    key: 'planting',
    kind: 'planting',
    name: 'Planting',
    why: 'The next finger lies on its string before it plays: no stroke has to be looked for.',
    remark: 'Set the next finger down as the one before it plays.',
    minutes: 3,
  });
};

const chords = ({ pattern, voicings }: StageSource): Made => {
  const others = voicings.filter(({ chord }) => chord !== pattern.voicing.chord);
  if (others.length === 0) return 'there is only one chord';
  const names = [pattern.voicing.chord, ...others.map(({ chord }) => chord)].join(', ');
  return [
    {
      key: 'chords',
      kind: 'chords',
      name: 'Over the chords',
      why: `Twice round on each of ${names}; then once.`,
      remark: 'Let the thumb find its bass; the fingers stay.',
      pattern: { ...pattern, name: `Over ${names}`.slice(0, PATTERN_LIMITS.name) },
      gate: GATE.usual,
      minutes: 4,
    },
  ];
};

const displaced = ({ pattern }: StageSource): Made => {
  const move = displace(slotTicks(pattern))(pattern, [], freshNames(pattern));
  const done = move.ok ? edit(pattern, move.value) : move;
  if (!done.ok) return 'moved by one part of the beat it would meet itself';
  return [
    {
      key: 'displaced',
      kind: 'displaced',
      name: 'One part of the beat later',
      why: 'The same figure against another beat: what was luck before has to be known now.',
      remark: 'Count aloud.',
      pattern: { ...done.value.document, name: 'One part later' },
      gate: GATE.usual,
      minutes: 4,
    },
  ];
};

const memory = (source: StageSource): Made =>
  whole(source, {
    key: 'memory',
    kind: 'memory',
    name: 'From memory',
    why: 'Without the picture, at an easy tempo: only what is known can be made fast.',
    remark: 'Look away. Where it stops is what to look at again.',
    gate: GATE.memory,
    minutes: 5,
  });

/** The last beat twice as quick, and twice. */
const bursts = ({ pattern, bursts: wanted }: StageSource): Made => {
  if (!wanted) return 'the way chosen is slowly until clean, then faster';
  const beat = ticksPerBeat(pattern.metre);
  const from = beat * (pattern.metre.beats * pattern.bars - 1);
  const last = pattern.strokes.filter(({ at }) => at >= from);
  if (last.length < 2) return 'its last beat has nothing to double';
  const twice = [0, beat / 2].flatMap((later, round) =>
    last.map((stroke) => ({ ...stroke, id: `${stroke.id}-b${round}`, at: from + (stroke.at - from) / 2 + later })),
  );
  if (twice.some(({ at }) => !Number.isInteger(at))) return 'its last beat cannot be cut in half once more';
  return [
    {
      key: 'bursts',
      kind: 'bursts',
      name: 'Bursts',
      why: 'One beat at double speed, then back: speed comes in short pieces first.',
      remark: 'Relax at once after each burst.',
      pattern: { ...pattern, name: 'Bursts', strokes: [...pattern.strokes.filter(({ at }) => at < from), ...twice] },
      gate: GATE.usual,
      minutes: 4,
    },
  ];
};

const tempo = (source: StageSource): Made =>
  whole(source, {
    key: 'tempo',
    kind: 'tempo',
    name: 'Up to tempo',
    why: 'In steps of equal strain to the tempo that is wanted.',
    remark: 'Keep what was learnt polished: skills that are not gone through daily fade first.',
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

/** All stages a pattern has need of, in order, and the kinds it has not, each with the reason. */
export const rawStages = (
  source: StageSource,
): { readonly stages: readonly RawStage[]; readonly leftOut: readonly LeftOut[] } => {
  const made = STAGE_KINDS.map((kind) => ({ kind, made: MAKERS[kind](source) }));
  return {
    stages: made.flatMap(({ made: stages }) => (typeof stages === 'string' ? [] : stages)),
    leftOut: made.flatMap(({ kind, made: reason }) => (typeof reason === 'string' ? [{ kind, reason }] : [])),
  };
};
