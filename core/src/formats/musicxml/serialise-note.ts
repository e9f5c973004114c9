import { isFinger, type Digit, type Slur } from '../../pattern/index.ts';
import type { NotatedDuration } from '../notation/notate-rhythm.ts';
import { spellPitch, type AccidentalTracker } from '../notation/pitch-spelling.ts';
import type { NotatedStroke } from '../notation/split-voices.ts';
import { createElement, type XmlElement } from './xml-tree.ts';

/** Where notes are written: on the staff of notes or on that of strings, in which voice, with stems which way. */
export interface StaffVoice {
  readonly staff: 1 | 2;
  readonly voice: number;
  readonly stem: 'up' | 'down' | undefined;
  readonly fifths: number;
  readonly accidentals: AccidentalTracker;
  readonly digitsShown: boolean;
  /** What is counted at a tick of the bar, once for each; nothing where counts are not written. */
  readonly countAt: (at: number) => string | undefined;
}

type NotePiece = NotatedDuration<readonly NotatedStroke[]>;

/** A finger beside its note: under the thumb's voice, over the others. */
const shownDigit = (digit: Digit, { stem }: StaffVoice): XmlElement =>
  createElement('fingering', digit, { placement: stem === 'down' ? 'below' : 'above' });

const BOWS: Readonly<Partial<Record<Digit, XmlElement>>> = {
  down: createElement('down-bow'),
  up: createElement('up-bow'),
};

const pluckOf = (digit: Digit | null, place: StaffVoice): XmlElement | undefined => {
  if (!digit) return undefined;
  if (BOWS[digit]) return BOWS[digit];
  if (digit !== 'p' && !isFinger(digit)) return undefined;
  return place.digitsShown ? shownDigit(digit, place) : createElement('pluck', digit);
};

const SLUR_LETTERS: Readonly<Record<Exclude<Slur, 'slide'>, string>> = { 'hammer-on': 'H', 'pull-off': 'P' };

/** What begins at a stroke and ends at the slurred one after it on its string. */
const slurElement = (slur: Slur, type: 'start' | 'stop', string: number): XmlElement => {
  // MusicXML tells at most six slurs apart at one time.
  const number = ((string - 1) % 6) + 1;
  return slur === 'slide'
    ? createElement('slide', [], { type, number })
    : createElement(slur, type === 'start' ? SLUR_LETTERS[slur] : [], { type, number });
};

interface Slurs {
  readonly technical: readonly XmlElement[];
  readonly notations: readonly XmlElement[];
}

const slursAt = ({ stroke, next }: NotatedStroke): Slurs => {
  const all = [
    ...(stroke.slur ? [[stroke.slur, slurElement(stroke.slur, 'stop', stroke.string)] as const] : []),
    ...(next?.slur ? [[next.slur, slurElement(next.slur, 'start', stroke.string)] as const] : []),
  ];
  return {
    technical: all.filter(([slur]) => slur !== 'slide').map(([, one]) => one),
    notations: all.filter(([slur]) => slur === 'slide').map(([, one]) => one),
  };
};

/** Frets from a stopped note to its octave harmonic: where the picking hand touches it is said only elsewhere. */
const OCTAVE = 12;

const harmonicOf = ({ stroke: { harmonic, fret } }: NotatedStroke): readonly (XmlElement | undefined)[] => {
  if (!harmonic) return [];
  const elsewhere = harmonic.kind === 'harp' && harmonic.touch !== (fret ?? 0) + OCTAVE;
  return [
    createElement('harmonic', [createElement(harmonic.kind === 'natural' ? 'natural' : 'artificial')]),
    elsewhere ? createElement('other-technical', `touch ${harmonic.touch}`) : undefined,
  ];
};

/** Who plays it, over the notes. */
const digitsTechnical = ({ digit, stroke }: NotatedStroke, place: StaffVoice): readonly (XmlElement | undefined)[] => [
  stroke.slur ? undefined : pluckOf(digit, place),
  stroke.fretted && createElement('fingering', stroke.fretted.finger),
];

/** Where it is played, on the strings; what is tied on has its place and no more. */
const stringTechnical = (one: NotatedStroke, begins: boolean): readonly (XmlElement | undefined)[] => {
  const { stroke } = one;
  const fret = stroke.harmonic?.kind === 'natural' ? stroke.harmonic.touch : (stroke.fret ?? 0);
  return [
    createElement('string', stroke.string),
    createElement('fret', fret),
    ...harmonicOf(one),
    ...(begins ? slursAt(one).technical : []),
    begins && stroke.damped ? createElement('other-technical', 'palm mute') : undefined,
  ];
};

const tiesOf = ({ tiedFrom, tiedTo }: NotePiece, name: 'tie' | 'tied'): readonly XmlElement[] => [
  ...(tiedFrom ? [createElement(name, [], { type: 'stop' })] : []),
  ...(tiedTo ? [createElement(name, [], { type: 'start' })] : []),
];

/** On the strings tuplets are there, so that programs count right, but they show only on the staff. */
const tupletsOf = ({ tupletBegins, tupletEnds }: NotePiece, staff: 1 | 2): readonly XmlElement[] => [
  ...(tupletBegins
    ? [
        createElement(
          'tuplet',
          [],
          staff === 1 ? { type: 'start', bracket: 'yes' } : { type: 'start', bracket: 'no', 'show-number': 'none' },
        ),
      ]
    : []),
  ...(tupletEnds ? [createElement('tuplet', [], { type: 'stop' })] : []),
];

const notationsOf = (
  one: NotatedStroke,
  piece: NotePiece,
  place: StaffVoice,
  first: boolean,
): readonly XmlElement[] => {
  const { staff } = place;
  const begins = !piece.tiedFrom;
  const digits = begins ? digitsTechnical(one, place) : [];
  const technical = staff === 2 ? stringTechnical(one, begins) : digits;
  const inside = technical.filter((part) => part !== undefined);
  const notations = [
    ...tiesOf(piece, 'tied'),
    ...(begins && staff === 1 && one.stroke.ring ? [createElement('tied', [], { type: 'let-ring' })] : []),
    ...(first ? tupletsOf(piece, staff) : []),
    ...(begins && staff === 2 ? slursAt(one).notations : []),
    ...(inside.length > 0 ? [createElement('technical', inside)] : []),
    ...(begins && staff === 1 && one.stroke.accent ? [createElement('articulations', [createElement('accent')])] : []),
  ];
  return notations.length > 0 ? [createElement('notations', notations)] : [];
};

const LOUDNESS = { soft: 50, loud: 110 } as const;

const SIGNS: Readonly<Record<string, string>> = {
  '-2': 'flat-flat',
  '-1': 'flat',
  0: 'natural',
  1: 'sharp',
  2: 'double-sharp',
};

const timeOf = ({ value }: NotePiece): readonly XmlElement[] => {
  if (!value) return [];
  return [createElement('type', value.type), ...Array.from({ length: value.dots }, () => createElement('dot'))];
};

const modificationOf = ({ value }: NotePiece): readonly XmlElement[] =>
  value?.tuplet
    ? [
        createElement('time-modification', [
          createElement('actual-notes', value.tuplet[0]),
          createElement('normal-notes', value.tuplet[1]),
        ]),
      ]
    : [];

const headOf = ({ stroke }: NotatedStroke, { staff }: StaffVoice): XmlElement | undefined => {
  if (stroke.silent) return createElement('notehead', 'none');
  return staff === 1 && stroke.harmonic ? createElement('notehead', 'diamond') : undefined;
};

const stemOf = ({ staff, stem }: StaffVoice): XmlElement | undefined =>
  staff === 2 ? createElement('stem', 'none') : stem && createElement('stem', stem);

const countOf = (piece: NotePiece, { countAt }: StaffVoice): readonly XmlElement[] => {
  const count = countAt(piece.at);
  return count === undefined
    ? []
    : [createElement('lyric', [createElement('syllabic', 'single'), createElement('text', count)], { number: 1 })];
};

const noteElement = (one: NotatedStroke, piece: NotePiece, place: StaffVoice, first: boolean): XmlElement => {
  const { stroke } = one;
  const pitch = spellPitch(stroke.pitch ?? 0, place.fifths);
  const signed = place.staff === 1 && !piece.tiedFrom && place.accidentals.needs(pitch);
  return createElement(
    'note',
    [
      first ? undefined : createElement('chord'),
      createElement('pitch', [
        createElement('step', pitch.step),
        ...(pitch.alter === 0 ? [] : [createElement('alter', pitch.alter)]),
        createElement('octave', pitch.octave),
      ]),
      createElement('duration', piece.ticks),
      ...tiesOf(piece, 'tie'),
      createElement('voice', place.voice),
      ...timeOf(piece),
      signed ? createElement('accidental', SIGNS[String(pitch.alter)] ?? 'natural') : undefined,
      ...modificationOf(piece),
      stemOf(place),
      headOf(one, place),
      createElement('staff', place.staff),
      ...(first && place.staff === 1
        ? piece.beams.map((beam, level) => createElement('beam', beam, { number: level + 1 }))
        : []),
      ...notationsOf(one, piece, place, first),
      ...(first && place.staff === 1 && !piece.tiedFrom ? countOf(piece, place) : []),
    ],
    stroke.loudness ? { dynamics: LOUDNESS[stroke.loudness] } : {},
  );
};

const restElement = (piece: NotePiece, { staff, voice }: StaffVoice): XmlElement =>
  createElement(
    'note',
    [
      createElement('rest'),
      createElement('duration', piece.ticks),
      createElement('voice', voice),
      ...timeOf(piece),
      ...modificationOf(piece),
      createElement('staff', staff),
      ...(tupletsOf(piece, staff).length > 0 ? [createElement('notations', tupletsOf(piece, staff))] : []),
    ],
    staff === 2 ? { 'print-object': 'no' } : {},
  );

/** The notes of one piece of a voice, or its rest. */
export const createNoteElements = (piece: NotePiece, place: StaffVoice): readonly XmlElement[] =>
  piece.content
    ? piece.content.map((one, index) => noteElement(one, piece, place, index === 0))
    : [restElement(piece, place)];
