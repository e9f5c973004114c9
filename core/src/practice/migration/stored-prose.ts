import { message, type Label, type Message } from '../../message/index.ts';
import { fingerName, fingerWord, type Actuator } from '../../pattern/index.ts';
import type { LadderPlan, PlannedStage, PracticeMethod } from '../ladder/ladder.ts';

/**
 * Practice as versions before 1.1 stored it: names of stages, causes and what was heard of takes as English sentences.
 * They are read as the codes that stand for them now; what is not one of those sentences is somebody's own words and
 * stays.
 */

const FINGERS: Readonly<Record<string, Actuator>> = {
  thumb: 'p',
  index: 'i',
  middle: 'm',
  ring: 'a',
  'little finger': 'c',
  pick: 'pick',
  p: 'p',
  i: 'i',
  m: 'm',
  a: 'a',
  c: 'c',
  'the pick': 'pick',
  'the pick, down': 'pick',
  'the pick, up': 'pick',
};

const strikerIn = (text: string | undefined): Actuator => FINGERS[text ?? ''] ?? 'p';

const finger = (text: string | undefined): Message => fingerWord(strikerIn(text));

const PLACE = String.raw`(?:bar \d+, )?beat \d+(?: (?:&|e|a|trip|let|\+ \d\.\d\d))?`;

const placeInBeat = (beat: number, part: string | undefined, share: number | undefined): Message => {
  if (part === undefined) return message('place.beat', { beat });
  if (share !== undefined) return message('place.share', { beat, share });
  return message('place.syllable', { beat, syllable: part });
};

/** A place as it was written: “bar 2, beat 3 &”. */
const placeIn = (text = ''): Message => {
  const [, bar, beat = '1', part] = /^(?:bar (\d+), )?beat (\d+)(?: (.+))?$/.exec(text) ?? [];
  const share = part?.startsWith('+') ? Number(part.slice(2)) : undefined;
  const place = placeInBeat(Number(beat), part, share);
  return bar === undefined ? place : message('place.in-bar', { bar: Number(bar), place });
};

const howFades = (how: string): 'both' | 'later' | 'softer' => {
  if (how.includes(' and ')) return 'both';
  return how.endsWith('later') ? 'later' : 'softer';
};

type Sentence = readonly [form: RegExp, read: (parts: readonly string[]) => Message];

const form = (source: string): RegExp => new RegExp(`^${source}$`);

const FINGER = '(thumb|index|middle|ring|little finger|pick)';

const firstRead = (sentences: readonly Sentence[], text: string): Message | undefined => {
  for (const [pattern, read] of sentences) {
    const found = pattern.exec(text);
    if (found) return read(found);
  }
  return undefined;
};

const STAGES: readonly Sentence[] = [
  [form('Position'), () => message('stage.position.name')],
  [form(`The ${FINGER} alone`), ([, name]) => message('stage.thumb.name', { finger: strikerIn(name) })],
  [form('The fingers alone'), () => message('stage.fingers.name')],
  [
    form(`The (thumb|pick) and ((?:${FINGER}(?: and )?)+)`),
    ([, pulse, names = '']) =>
      message('stage.layers.name', {
        pulse: strikerIn(pulse),
        fingers: names.split(' and ').map((name) => fingerName(strikerIn(name))),
      }),
  ],
  [form('At half the values'), () => message('stage.half.name')],
  [form('On damped strings'), () => message('stage.muted.name')],
  [
    form(String.raw`The hardest change(?:, (\d))?`),
    ([, number = '0']) => message('stage.hardest.name', { number: Number(number) }),
  ],
  [form('The whole, slowly'), () => message('stage.slowly.name')],
  [form('Planting'), () => message('stage.planting.name')],
  [form('Over the chords'), () => message('stage.chords.name')],
  [form('One part of the beat later'), () => message('stage.displaced.name')],
  [form('From memory'), () => message('stage.memory.name')],
  [form('Bursts'), () => message('stage.bursts.name')],
  [form('Up to tempo'), () => message('stage.tempo.name')],
];

const DIGIT = '([pimac]|the pick(?:, (?:down|up))?)';
const NEEDS = String.raw`: needs [\d.]+ s, has [\d.]+ s at [\d.]+`;

const CAUSES: readonly Sentence[] = [
  [
    form(`i, from touching to playing, (${PLACE}) to ${PLACE}${NEEDS}`),
    ([, from]) => message('limit.touch', { from: placeIn(from) }),
  ],
  [
    form(`${DIGIT} then ${DIGIT}, (${PLACE}) to (${PLACE})${NEEDS}`),
    ([, first, second, from, to]) =>
      message('limit.two-fingers', {
        first: finger(first),
        second: finger(second),
        from: placeIn(from),
        to: placeIn(to),
      }),
  ],
  [
    form(String.raw`${DIGIT} on string (\d) again, (${PLACE}) to (${PLACE})${NEEDS}`),
    ([, name, string, from, to]) =>
      message('limit.same-string', {
        finger: finger(name),
        string: Number(string),
        from: placeIn(from),
        to: placeIn(to),
      }),
  ],
  [
    form(String.raw`${DIGIT} from string (\d) to (\d), (${PLACE}) to (${PLACE})${NEEDS}`),
    ([, name, first, second, from, to]) =>
      message('limit.new-string', {
        finger: finger(name),
        first: Number(first),
        second: Number(second),
        from: placeIn(from),
        to: placeIn(to),
      }),
  ],
];

const HEADLINES: readonly Sentence[] = [
  [
    form(String.raw`(\d+) of (\d+) times through clean, at (\d+) a minute`),
    ([, clean, passes, tempo]) =>
      message('take.headline', { clean: Number(clean), passes: Number(passes), tempo: Number(tempo) }),
  ],
  [
    form(String.raw`(\d+) of (\d+) times through clean, at (\d+) to (\d+) a minute`),
    ([, clean, passes, from, to]) =>
      message('take.headline-tempo-change', {
        clean: Number(clean),
        passes: Number(passes),
        from: Number(from),
        to: Number(to),
      }),
  ],
];

const HEARD: readonly Sentence[] = [
  ...HEADLINES,
  [
    form(String.raw`The ${FINGER} comes \d+ ms (late|early)`),
    ([, name, when = 'late']) => message('take.finger-off-time', { finger: finger(name), when }),
  ],
  [
    form(String.raw`The ${FINGER} comes \d+ ms (late|early) on (${PLACE})(?:, after the ${FINGER})?`),
    ([, name, when = 'late', place, other]) =>
      message('take.place-off-time', {
        place: placeIn(place),
        finger: finger(name),
        when,
        same: other === undefined ? 'yes' : 'no',
        other: finger(other ?? name),
      }),
  ],
  [
    form(String.raw`The ${FINGER} is uneven: \d+ ms either way`),
    ([, name]) => message('take.finger-uneven', { finger: finger(name) }),
  ],
  [
    form(String.raw`The ${FINGER} is uneven where it changes string: .*`),
    ([, name]) => message('take.uneven-string-changes', { finger: finger(name) }),
  ],
  [
    form(String.raw`The ${FINGER} is \d+ dB (softer|louder) than the other fingers`),
    ([, name, how = 'softer']) => message('take.finger-loudness', { finger: finger(name), how }),
  ],
  [
    form(String.raw`The ${FINGER} loses (\d+) of (\d+) strokes`),
    ([, name, count, total]) =>
      message('take.finger-misses', { finger: finger(name), count: Number(count), total: Number(total) }),
  ],
  [
    form(String.raw`(\d+) of (\d+) times the stroke on (${PLACE}) did not come`),
    ([, count, passes, place]) =>
      message('take.note-missed-often', { place: placeIn(place), count: Number(count), passes: Number(passes) }),
  ],
  [
    form(String.raw`It gets (quicker|slower) by (\d+) % from the beginning to the end`),
    ([, way, share]) =>
      message('take.tempo-drift', { way: way === 'quicker' ? 'faster' : 'slower', share: Number(share) / 100 }),
  ],
  [
    form(`The accent on (${PLACE}) is not heard: it is as loud as its neighbours`),
    ([, place]) => message('take.accent-not-heard', { place: placeIn(place) }),
  ],
  [
    form(String.raw`The ${FINGER} stands out by \d+ dB on (${PLACE}), where no accent is asked for(: .*)?`),
    ([, name, place, moves]) =>
      message('take.unwanted-accent', {
        place: placeIn(place),
        finger: finger(name),
        changes: moves === undefined ? 'no' : 'yes',
      }),
  ],
  [
    form(String.raw`The ${FINGER} tires: (.*) at the end than at the beginning`),
    ([, name, how = '']) =>
      message('take.finger-fades', {
        finger: finger(name),
        how: howFades(how),
      }),
  ],
];

/** The name of a stage as it was stored: the text that stands for it, or the teacher's own words. */
const stageName = (name: Label): Label => (typeof name === 'string' ? (firstRead(STAGES, name) ?? name) : name);

/**
 * What limits a stage, from the sentence that was stored; null for one that says nothing known.
 * @example
 * migrateLimitReason('m on string 2 again, beat 1 to beat 2: needs 0.23 s, has 0.50 s at 60').code
 * // => 'limit.same-string'
 */
export const migrateLimitReason = (cause: string): Message | null => firstRead(CAUSES, cause) ?? null;

interface StoredStage extends Omit<PlannedStage, 'cause'> {
  readonly cause?: string | Message | null;
}

const stageFromProse = ({ cause, ...stage }: StoredStage): PlannedStage => ({
  ...stage,
  name: stageName(stage.name),
  ...(cause === undefined ? {} : { cause: typeof cause === 'string' ? migrateLimitReason(cause) : cause }),
});

/**
 * A plan with the names and causes of its stages as codes, whichever version stored it.
 * @example
 * migrateLadderPlan({ target: 60, stages: [{ key: 'tempo', name: 'Up to tempo', gate: 5, tempos: [60] }] }).stages[0]
 *   .name.code // => 'stage.tempo.name'
 */
export const migrateLadderPlan = (
  plan: Omit<LadderPlan, 'stages'> & { readonly stages: readonly StoredStage[] },
): LadderPlan => ({ ...plan, stages: plan.stages.map(stageFromProse) });

const WAYS_BEFORE: Readonly<Record<string, PracticeMethod>> = {
  'slowly until clean, then faster': 'slow',
  'short bursts early': 'bursts',
};

/**
 * The practice method a stored text names; any other value stays what it is.
 * @example
 * migratePracticeMethod('short bursts early') // => 'bursts'
 */
export const migratePracticeMethod = (way: unknown): unknown =>
  typeof way === 'string' ? (WAYS_BEFORE[way] ?? way) : way;

/**
 * The headline of a take from the sentence that was stored; null for any other.
 * @example
 * migrateTakeHeadline('3 of 4 times through clean, at 80 a minute').params // => { clean: 3, passes: 4, tempo: 80 }
 */
export const migrateTakeHeadline = (headline: string): Message | null => firstRead(HEADLINES, headline) ?? null;

/** What an entry of the log says by itself, and what is left of its text. */
export interface MigratedLogText {
  readonly said: readonly Message[];
  readonly text?: string;
}

/**
 * What was heard of a take, from the text a log kept of it; sentences that are not known stay text.
 * @example
 * migrateLogText('3 of 4 times through clean, at 80 a minute. The ring comes 18 ms late.').said.length // => 2
 */
export const migrateLogText = (text: string): MigratedLogText => {
  const sentences = text.split(/\.(?: |$)/).filter((sentence) => sentence !== '');
  const read = sentences.map((sentence) => ({ sentence, said: firstRead(HEARD, sentence) }));
  const left = read.flatMap(({ sentence, said }) => (said ? [] : [`${sentence}.`])).join(' ');
  return { said: read.flatMap(({ said }) => said ?? []), ...(left ? { text: left } : {}) };
};
