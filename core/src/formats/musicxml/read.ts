import { failure, problem, success, type Problem, type Result } from '../../errors/index.ts';
import { TUNINGS, instrumentIn, pitchAt, stringCount, tuningByKey, type Instrument } from '../../instrument/index.ts';
import {
  BEAT_UNITS,
  SUBDIVISIONS,
  TEMPO_RANGE,
  TICKS_PER_QUARTER,
  canSubdivide,
  ticksPerBar,
  ticksPerBeat,
  type BeatUnit,
  type Metre,
} from '../../time/index.ts';
import {
  NODE_FRETS,
  PATTERN_LIMITS,
  byTimeThenString,
  isDigit,
  newPattern,
  problemsOfPattern,
  type Digit,
  type Pattern,
  type Slur,
  type Stroke,
} from '../../pattern/index.ts';
import { onFittingShape, type Imported } from '../imported.ts';
import { MOST_PROBLEMS } from '../../fields/index.ts';
import { placeNotes } from '../positions/place-notes.ts';
import { child, childrenOf, descend, numberAt, textAt, type XmlNode } from './xml.ts';

const STEPS: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

const midiOf = (step: string | undefined, alter: number, octave: number | undefined): number | undefined => {
  const base = step === undefined ? undefined : STEPS[step];
  return base === undefined || octave === undefined ? undefined : base + Math.round(alter) + (octave + 1) * 12;
};

/** A note of a score: ticks of ours, and what is said of it. */
interface Note {
  readonly at: number;
  readonly midi: number;
  readonly string?: number;
  readonly fret?: number;
  readonly marks: Partial<Stroke>;
}

interface Score {
  readonly notes: readonly Note[];
  readonly bars: number;
  readonly metre: Metre;
  readonly tempo?: number;
  readonly instrument: Instrument;
  readonly remarks: readonly Problem[];
}

const metreOf = (measure: XmlNode | undefined): Metre | undefined => {
  const [beats, unit] = [
    numberAt(measure, 'attributes', 'time', 'beats'),
    numberAt(measure, 'attributes', 'time', 'beat-type'),
  ];
  if (!beats || !Number.isInteger(beats) || beats > PATTERN_LIMITS.beats || !BEAT_UNITS.includes(unit as BeatUnit))
    return undefined;
  return { beats, unit: unit as BeatUnit };
};

const instrumentOf = (measure: XmlNode | undefined): Instrument => {
  const details = descend(measure, 'attributes', 'staff-details');
  const pitches = childrenOf(details, 'staff-tuning')
    .map((tuning) => ({
      line: Number(tuning.attributes.line),
      midi: midiOf(
        textAt(tuning, 'tuning-step'),
        numberAt(tuning, 'tuning-alter') ?? 0,
        numberAt(tuning, 'tuning-octave'),
      ),
    }))
    .filter((one): one is { line: number; midi: number } => one.midi !== undefined)
    .sort((a, b) => a.line - b.line)
    .map(({ midi }) => midi);
  const known = TUNINGS.find((tuning) => tuning.pitches.join() === pitches.join());
  const base =
    pitches.length >= 4 && pitches.length <= 8
      ? { ...instrumentIn(known ?? tuningByKey('standard')), tuning: known?.key ?? 'standard', pitches }
      : instrumentIn(tuningByKey('standard'));
  return { ...base, capo: Math.min(12, Math.max(0, numberAt(details, 'capo') ?? 0)) };
};

const tempoOf = (measure: XmlNode | undefined): number | undefined => {
  const directions = childrenOf(measure, 'direction');
  const sounds = [
    ...childrenOf(measure, 'sound'),
    ...directions.flatMap((direction) => childrenOf(direction, 'sound')),
  ];
  const sound = sounds.map(({ attributes }) => Number(attributes.tempo)).find((tempo) => tempo > 0);
  return (
    sound ??
    directions
      .map((direction) => numberAt(direction, 'direction-type', 'metronome', 'per-minute'))
      .find((tempo) => tempo !== undefined && tempo > 0)
  );
};

const slurOf = (notations: XmlNode | undefined): Slur | undefined => {
  const technical = child(notations, 'technical');
  const stops = (node: XmlNode | undefined, name: string): boolean =>
    childrenOf(node, name).some(({ attributes }) => attributes.type === 'stop');
  if (stops(technical, 'hammer-on')) return 'hammer-on';
  if (stops(technical, 'pull-off')) return 'pull-off';
  return stops(notations, 'slide') || stops(notations, 'glissando') ? 'slide' : undefined;
};

const pinOf = (technical: XmlNode | undefined): Digit | undefined => {
  const pluck = textAt(technical, 'pluck')?.toLowerCase();
  if (pluck && isDigit(pluck) && pluck !== 'down' && pluck !== 'up') return pluck;
  if (pluck === 't') return 'p';
  if (child(technical, 'down-bow')) return 'down';
  return child(technical, 'up-bow') ? 'up' : undefined;
};

const definedOnly = (marks: Partial<Stroke>): Partial<Stroke> =>
  Object.fromEntries(Object.entries(marks).filter(([, value]) => value !== undefined));

const loudnessOf = (note: XmlNode): Stroke['loudness'] => {
  const dynamics = Number(note.attributes.dynamics);
  return dynamics >= 100 ? 'loud' : dynamics > 0 && dynamics <= 60 ? 'soft' : undefined;
};

const marksOf = (note: XmlNode): Partial<Stroke> => {
  const notations = child(note, 'notations');
  const technical = child(notations, 'technical');
  const slur = slurOf(notations);
  return definedOnly({
    slur,
    pin: slur ? undefined : pinOf(technical),
    accent: descend(notations, 'articulations', 'accent') ? true : undefined,
    ring: childrenOf(notations, 'tied').some(({ attributes }) => attributes.type === 'let-ring') ? true : undefined,
    damped: textAt(technical, 'other-technical') === 'palm mute' ? true : undefined,
    silent: textAt(note, 'notehead') === 'none' ? true : undefined,
    loudness: loudnessOf(note),
  });
};

/** A harmonic as it is played: natural ones are touched at the written fret, artificial ones an octave above it. */
const harmonicOf = (note: XmlNode): Pick<Stroke, 'harmonic' | 'fret'> => {
  const technical = descend(note, 'notations', 'technical');
  const harmonic = child(technical, 'harmonic');
  const fret = numberAt(technical, 'fret');
  if (!harmonic || fret === undefined) return {};
  if (child(harmonic, 'artificial')) return { harmonic: { kind: 'harp', touch: fret + 12 } };
  return NODE_FRETS.includes(fret) ? { harmonic: { kind: 'natural', touch: fret }, fret: undefined } : {};
};

const noteOf = (note: XmlNode, at: number): Note | undefined => {
  const pitch = child(note, 'pitch');
  const midi = midiOf(textAt(pitch, 'step'), numberAt(pitch, 'alter') ?? 0, numberAt(pitch, 'octave'));
  const continued = childrenOf(note, 'tie').some(({ attributes }) => attributes.type === 'stop');
  if (midi === undefined || child(note, 'grace') || child(note, 'cue') || continued) return undefined;
  const technical = descend(note, 'notations', 'technical');
  const harmonic = harmonicOf(note);
  return {
    at,
    midi,
    string: numberAt(technical, 'string'),
    fret: numberAt(technical, 'fret'),
    marks: { ...marksOf(note), ...harmonic },
  };
};

interface Walk {
  divisions: number;
  now: number;
  last: number;
  readonly notes: Note[];
  readonly left: Map<string, number>;
}

const leaveOut = ({ left }: Walk, name: string): void => void left.set(name, (left.get(name) ?? 0) + 1);

const walkNote = (walk: Walk, node: XmlNode, start: number): void => {
  const duration = child(node, 'grace') ? 0 : (numberAt(node, 'duration') ?? 0);
  const chord = child(node, 'chord') !== undefined;
  const at = chord ? walk.last : walk.now;
  if (!child(node, 'rest')) {
    const note = noteOf(node, start + Math.round((at / walk.divisions) * TICKS_PER_QUARTER));
    if (note) walk.notes.push(note);
    else if (child(node, 'grace')) leaveOut(walk, 'grace notes');
    else if (child(node, 'unpitched')) leaveOut(walk, 'unpitched notes');
  }
  if (chord) return;
  walk.last = walk.now;
  walk.now += duration;
};

const walkMeasure = (walk: Walk, measure: XmlNode, start: number): void => {
  walk.now = 0;
  walk.last = 0;
  for (const node of measure.children) {
    if (node.name === 'attributes') walk.divisions = numberAt(node, 'divisions') || walk.divisions;
    else if (node.name === 'backup') walk.now = Math.max(0, walk.now - (numberAt(node, 'duration') ?? 0));
    else if (node.name === 'forward') walk.now += numberAt(node, 'duration') ?? 0;
    else if (node.name === 'note') walkNote(walk, node, start);
    else if (node.name === 'barline' && child(node, 'repeat')) leaveOut(walk, 'repeats');
  }
};

/** The part to read: the first that gives strings, else the first with notes. */
const partOf = (score: XmlNode): XmlNode | undefined => {
  const parts = childrenOf(score, 'part');
  const has = (part: XmlNode, inNote: (note: XmlNode) => boolean): boolean =>
    childrenOf(part, 'measure').some((measure) => childrenOf(measure, 'note').some(inNote));
  return (
    parts.find((part) => has(part, (note) => descend(note, 'notations', 'technical', 'string') !== undefined)) ??
    parts.find((part) => has(part, (note) => child(note, 'pitch') !== undefined))
  );
};

const scoreOf = (part: XmlNode): Score => {
  const measures = childrenOf(part, 'measure');
  const metre = measures.map(metreOf).find((one) => one !== undefined) ?? { beats: 4, unit: 4 };
  const walk: Walk = { divisions: 1, now: 0, last: 0, notes: [], left: new Map() };
  measures
    .slice(0, PATTERN_LIMITS.bars)
    .forEach((measure, index) => walkMeasure(walk, measure, index * ticksPerBar(metre)));
  const cut = measures.length - PATTERN_LIMITS.bars;
  if (cut > 0) walk.left.set('bars at the end', cut);
  const names = [...walk.left].map(([name, count]) => `${count} ${name}`);
  const remarks =
    names.length > 0
      ? [
          problem('marks-left-out', {
            value: [...walk.left.values()].reduce((sum, one) => sum + one, 0),
            names: names.join(', '),
          }),
        ]
      : [];
  return {
    notes: walk.notes,
    bars: Math.max(1, Math.min(measures.length, PATTERN_LIMITS.bars)),
    metre,
    tempo: measures.map(tempoOf).find((one) => one !== undefined),
    instrument: instrumentOf(measures[0]),
    remarks,
  };
};

/** Whether a note's string is there and gives its pitch. */
const isPlaced = ({ string, fret, midi, marks }: Note, instrument: Instrument): boolean =>
  string !== undefined &&
  fret !== undefined &&
  Number.isInteger(string) &&
  string >= 1 &&
  string <= stringCount(instrument) &&
  fret >= 0 &&
  (marks.harmonic !== undefined ||
    pitchAt(instrument, string, fret) === midi ||
    pitchAt({ ...instrument, capo: 0 }, string, fret) === midi);

const placedStrokes = (notes: readonly Note[]): readonly Stroke[] =>
  notes.map(({ at, string = 1, fret, marks }, index): Stroke => ({
    id: `x${index}`,
    at,
    string,
    ...(marks.harmonic?.kind === 'natural' ? {} : { fret }),
    ...definedOnly(marks),
  }));

const guessedStrokes = (notes: readonly Note[], instrument: Instrument): readonly Stroke[] =>
  placeNotes(instrument, notes).map(({ note, time, rank, string, fret }): Stroke => {
    const { harmonic: _harmonic, ...marks } = note.marks;
    return { id: `x${time}-${rank}`, at: note.at, ...definedOnly(marks), string, fret };
  });

/** The last of several strokes on one string at one time stands: a later voice says more. */
const oneAString = (strokes: readonly Stroke[]): readonly Stroke[] => [
  ...new Map(strokes.map((stroke) => [`${stroke.at}/${stroke.string}`, stroke])).values(),
];

/** The fewest parts of the beat on which every stroke falls, or those on which most do. */
const partsFor = (strokes: readonly Stroke[], metre: Metre): number =>
  SUBDIVISIONS.filter((parts) => canSubdivide(metre, parts)).find((parts) =>
    strokes.every(({ at }) => (at * parts) % ticksPerBeat(metre) === 0),
  ) ?? (canSubdivide(metre, 12) ? 12 : 4);

const patternOf = (title: string | undefined, score: Score): Result<Imported> => {
  const { notes, instrument, metre, bars } = score;
  if (notes.length === 0) return failure(problem('no-notes'));
  if (notes.length > PATTERN_LIMITS.strokes)
    return failure(problem('too-many-strokes', { most: PATTERN_LIMITS.strokes, value: notes.length }));
  const guessed = !notes.every((note) => isPlaced(note, instrument));
  const length = ticksPerBar(metre) * bars;
  const strokes = oneAString(guessed ? guessedStrokes(notes, instrument) : placedStrokes(notes)).filter(
    ({ at }) => at < length,
  );
  const lost = notes.length - strokes.length;
  const tempo = Math.min(
    TEMPO_RANGE.most,
    Math.max(TEMPO_RANGE.least, Math.round((score.tempo ?? 90) * (metre.unit / 4) * 100) / 100),
  );
  const base: Pattern = newPattern((title ?? '').slice(0, PATTERN_LIMITS.name).trim() || 'From a score', {
    metre,
    bars,
    subdivision: partsFor(strokes, metre),
    tempo,
    instrument,
    cyclic: bars <= 4,
    strokes: [...strokes].sort(byTimeThenString),
  });
  const pattern = onFittingShape(base);
  const problems = problemsOfPattern(pattern);
  if (problems.length > 0) return failure(...problems.slice(0, MOST_PROBLEMS));
  const remarks = [
    ...(guessed ? [problem('positions-guessed', { value: strokes.length })] : []),
    ...(lost > 0 ? [problem('notes-left-out', { value: lost })] : []),
    ...score.remarks,
  ];
  return success({ pattern, remarks, guessed });
};

/**
 * Reads a MusicXML score (partwise) from its parsed root element: notes with their strings and frets where it has them,
 * guessed where it has none; digits, slurs, harmonics, accents. Errors: `not-musicxml`, `no-notes`, those of a pattern.
 */
export const readMusicXml = (root: XmlNode): Result<Imported> => {
  if (root.name === 'score-timewise')
    return failure(problem('not-musicxml', { reason: 'it is ordered by measures; save it ordered by parts' }));
  if (root.name !== 'score-partwise')
    return failure(problem('not-musicxml', { reason: `it begins with <${root.name.slice(0, 40)}>` }));
  const part = partOf(root);
  if (!part) return failure(problem('no-notes'));
  return patternOf(textAt(root, 'work', 'work-title') ?? textAt(root, 'movement-title'), scoreOf(part));
};
