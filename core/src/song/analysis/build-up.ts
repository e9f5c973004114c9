import { analysePattern, countActuatorStrokes, findPulseActuator } from '../../analysis/index.ts';
import type { FingeringOptions } from '../../fingering/index.ts';
import { message, type Message } from '../../message/index.ts';
import {
  ACTUATORS,
  ARTICULATIONS,
  actuatorOf,
  fingerWord,
  type Actuator,
  type Articulation,
  type Digit,
  type Stroke,
} from '../../pattern/index.ts';
import { expandSong } from '../expansion/expand-song.ts';
import type { Song } from '../model/song.ts';
import type { SongAnalysis } from './analyse-song.ts';
import { keepStrokes } from './keep-strokes.ts';

/** One step of building a song up: what it adds to the one before, the song so far, and how far that gets. */
export interface BuildUpLayer {
  readonly name: Message;
  /** The song as far as this step, still under its own name: bars written out, digits as in the whole. */
  readonly song: Song;
  readonly strokes: number;
  /** Beats per minute; null where nothing limits. */
  readonly maxTempo: number | null;
}

/** Marks that stay from the first layer on: they are of the picking hand itself. */
const PLAIN: ReadonlySet<Articulation> = new Set([
  'accent',
  'brush',
  'rake',
  'unplanted',
  'restStroke',
  'rolled',
  'tapped',
  'ring',
]);

const DECORATIONS = ['bend', 'grace', 'trill', 'slideIn', 'slideOut'] as const;

/** A stroke without what the other hand and the damping palm do to it. */
const withoutDecorations = (stroke: Stroke): Stroke => {
  const plain: Record<string, unknown> = { ...stroke };
  for (const mark of ARTICULATIONS) if (!PLAIN.has(mark)) delete plain[mark];
  for (const mark of DECORATIONS) delete plain[mark];
  return plain as unknown as Stroke;
};

const isDecorated = (stroke: Stroke): boolean =>
  DECORATIONS.some((mark) => stroke[mark] !== undefined) ||
  ARTICULATIONS.some((mark) => !PLAIN.has(mark) && stroke[mark] === true);

/** What a layer has: these fingers; slurred notes or not; decorated or plain. */
interface Layer {
  readonly name: Message;
  readonly fingers: ReadonlySet<Actuator>;
  readonly slurs: boolean;
  readonly decorations: boolean;
  /** Whether nothing is left out any more. */
  readonly isWhole?: boolean;
}

/** Thumb or pick first, then the fingers by how much they play. */
const orderFingers = (digits: readonly (Digit | null)[]): readonly Actuator[] => {
  const count = countActuatorStrokes(digits);
  const pulse = findPulseActuator(count);
  const fingers = ACTUATORS.filter((one) => one !== pulse && count.has(one)).sort(
    (a, b) => (count.get(b) as number) - (count.get(a) as number),
  );
  return pulse ? [pulse, ...fingers] : fingers;
};

const layersOf = (study: SongAnalysis): readonly Layer[] => {
  const { strokes } = study.expanded.pattern;
  const order = orderFingers(strokes.map(({ id }) => study.analysis.digits[id] ?? null));
  const plain = { slurs: false, decorations: false };
  const fingers = order.map((finger, index): Layer => {
    const name =
      index === 0 ? message('build-up.first', { finger }) : message('build-up.finger', { finger: fingerWord(finger) });
    return { name, fingers: new Set(order.slice(0, index + 1)), ...plain };
  });
  const all = new Set(order);
  const slurred = { name: message('build-up.slurs'), fingers: all, slurs: true, decorations: false };
  const whole = { name: message('build-up.decorations'), fingers: all, slurs: true, decorations: true };
  const hasSlurs = strokes.some(({ slur }) => slur !== undefined);
  const layers = [...fingers, ...(hasSlurs ? [slurred] : []), ...(strokes.some(isDecorated) ? [whole] : [])];
  return layers.map((layer, index) => (index === layers.length - 1 ? { ...layer, isWhole: true } : layer));
};

const songOf = (song: Song, study: SongAnalysis, { fingers, slurs, decorations, isWhole }: Layer): Song | undefined => {
  const isSounded = (digit: Digit | null): boolean => digit !== null && fingers.has(actuatorOf(digit));
  // What the other hand sounds has no finger: it comes with its own layer.
  const keep = (digit: Digit | null, _id: string, { slur }: Stroke): boolean =>
    isWhole || (slur ? slurs : isSounded(digit));
  const change = (stroke: Stroke, digit: Digit | null): Stroke => {
    const pinned = digit && !stroke.slur ? { ...stroke, pin: digit } : stroke;
    return decorations ? pinned : withoutDecorations(pinned);
  };
  return keepStrokes(song, study, keep, change);
};

/**
 * A song built up layer by layer: the thumb or the pick alone, each finger by how much it plays, then hammer-ons,
 * pull-offs and slides, at last damping, bends and ornaments. Digits are those of the whole, so that nothing has to be
 * learnt anew. What would add nothing is left out; the last layer is the whole.
 * @example
 * createBuildUp(createSong('Song'), analyseSong(createSong('Song')))[0]?.name.code // => 'build-up.first'
 */
export const createBuildUp = (
  song: Song,
  study: SongAnalysis,
  options: FingeringOptions = {},
): readonly BuildUpLayer[] => {
  let before = 0;
  return layersOf(study).flatMap((layer): BuildUpLayer[] => {
    const made = songOf(song, study, layer);
    if (!made) return [];
    const { pattern } = expandSong(made);
    if (!layer.decorations && pattern.strokes.length === before) return [];
    before = pattern.strokes.length;
    const { limit } = analysePattern(pattern, options);
    return [{ name: layer.name, song: made, strokes: before, maxTempo: limit?.maxTempo ?? null }];
  });
};
