import { isFinger, type Digit, type Slur } from '../../pattern/index.ts';
import type { Piece } from '../written/rhythm.ts';
import { spelled, type Accidentals } from '../written/spelling.ts';
import type { WrittenStroke } from '../written/voices.ts';
import { element, type Element } from './xml.ts';

/** Where notes are written: on the staff of notes or on that of strings, in which voice, with stems which way. */
export interface Place {
  readonly staff: 1 | 2;
  readonly voice: number;
  readonly stem: 'up' | 'down' | undefined;
  readonly fifths: number;
  readonly accidentals: Accidentals;
  readonly digitsShown: boolean;
  /** What is counted at a tick of the bar, once for each; nothing where counts are not written. */
  readonly countAt: (at: number) => string | undefined;
}

type NotePiece = Piece<readonly WrittenStroke[]>;

/** A finger beside its note: under the thumb's voice, over the others. */
const shownDigit = (digit: Digit, { stem }: Place): Element =>
  element('fingering', digit, { placement: stem === 'down' ? 'below' : 'above' });

const BOWS: Readonly<Partial<Record<Digit, Element>>> = { down: element('down-bow'), up: element('up-bow') };

const pluckOf = (digit: Digit | null, place: Place): Element | undefined => {
  if (!digit) return undefined;
  if (BOWS[digit]) return BOWS[digit];
  if (digit !== 'p' && !isFinger(digit)) return undefined;
  return place.digitsShown ? shownDigit(digit, place) : element('pluck', digit);
};

const SLUR_LETTERS: Readonly<Record<Exclude<Slur, 'slide'>, string>> = { 'hammer-on': 'H', 'pull-off': 'P' };

/** What begins at a stroke and ends at the slurred one after it on its string. */
const slurElement = (slur: Slur, type: 'start' | 'stop', string: number): Element => {
  // MusicXML tells at most six slurs apart at one time.
  const number = ((string - 1) % 6) + 1;
  return slur === 'slide'
    ? element('slide', [], { type, number })
    : element(slur, type === 'start' ? SLUR_LETTERS[slur] : [], { type, number });
};

interface Slurs {
  readonly technical: readonly Element[];
  readonly notations: readonly Element[];
}

const slursAt = ({ stroke, next }: WrittenStroke): Slurs => {
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

const harmonicOf = ({ stroke: { harmonic, fret } }: WrittenStroke): readonly (Element | undefined)[] => {
  if (!harmonic) return [];
  const elsewhere = harmonic.kind === 'harp' && harmonic.touch !== (fret ?? 0) + OCTAVE;
  return [
    element('harmonic', [element(harmonic.kind === 'natural' ? 'natural' : 'artificial')]),
    elsewhere ? element('other-technical', `touch ${harmonic.touch}`) : undefined,
  ];
};

/** Who plays it, over the notes. */
const digitsTechnical = ({ digit, stroke }: WrittenStroke, place: Place): readonly (Element | undefined)[] => [
  stroke.slur ? undefined : pluckOf(digit, place),
  stroke.fretted && element('fingering', stroke.fretted.finger),
];

/** Where it is played, on the strings; what is tied on has its place and no more. */
const stringTechnical = (one: WrittenStroke, begins: boolean): readonly (Element | undefined)[] => {
  const { stroke } = one;
  const fret = stroke.harmonic?.kind === 'natural' ? stroke.harmonic.touch : (stroke.fret ?? 0);
  return [
    element('string', stroke.string),
    element('fret', fret),
    ...harmonicOf(one),
    ...(begins ? slursAt(one).technical : []),
    begins && stroke.damped ? element('other-technical', 'palm mute') : undefined,
  ];
};

const tiesOf = ({ tiedFrom, tiedTo }: NotePiece, name: 'tie' | 'tied'): readonly Element[] => [
  ...(tiedFrom ? [element(name, [], { type: 'stop' })] : []),
  ...(tiedTo ? [element(name, [], { type: 'start' })] : []),
];

/** On the strings tuplets are there, so that programs count right, but they show only on the staff. */
const tupletsOf = ({ tupletBegins, tupletEnds }: NotePiece, staff: 1 | 2): readonly Element[] => [
  ...(tupletBegins
    ? [
        element(
          'tuplet',
          [],
          staff === 1 ? { type: 'start', bracket: 'yes' } : { type: 'start', bracket: 'no', 'show-number': 'none' },
        ),
      ]
    : []),
  ...(tupletEnds ? [element('tuplet', [], { type: 'stop' })] : []),
];

const notationsOf = (one: WrittenStroke, piece: NotePiece, place: Place, first: boolean): readonly Element[] => {
  const { staff } = place;
  const begins = !piece.tiedFrom;
  const technical = staff === 2 ? stringTechnical(one, begins) : begins ? digitsTechnical(one, place) : [];
  const inside = technical.filter((part) => part !== undefined);
  const notations = [
    ...tiesOf(piece, 'tied'),
    ...(begins && staff === 1 && one.stroke.ring ? [element('tied', [], { type: 'let-ring' })] : []),
    ...(first ? tupletsOf(piece, staff) : []),
    ...(begins && staff === 2 ? slursAt(one).notations : []),
    ...(inside.length > 0 ? [element('technical', inside)] : []),
    ...(begins && staff === 1 && one.stroke.accent ? [element('articulations', [element('accent')])] : []),
  ];
  return notations.length > 0 ? [element('notations', notations)] : [];
};

const LOUDNESS = { soft: 50, loud: 110 } as const;

const SIGNS: Readonly<Record<string, string>> = {
  '-2': 'flat-flat',
  '-1': 'flat',
  0: 'natural',
  1: 'sharp',
  2: 'double-sharp',
};

const timeOf = ({ value }: NotePiece): readonly Element[] => {
  if (!value) return [];
  return [element('type', value.type), ...Array.from({ length: value.dots }, () => element('dot'))];
};

const modificationOf = ({ value }: NotePiece): readonly Element[] =>
  value?.tuplet
    ? [
        element('time-modification', [
          element('actual-notes', value.tuplet[0]),
          element('normal-notes', value.tuplet[1]),
        ]),
      ]
    : [];

const headOf = ({ stroke }: WrittenStroke, { staff }: Place): Element | undefined => {
  if (stroke.silent) return element('notehead', 'none');
  return staff === 1 && stroke.harmonic ? element('notehead', 'diamond') : undefined;
};

const stemOf = ({ staff, stem }: Place): Element | undefined =>
  staff === 2 ? element('stem', 'none') : stem && element('stem', stem);

const countOf = (piece: NotePiece, { countAt }: Place): readonly Element[] => {
  const count = countAt(piece.at);
  return count === undefined
    ? []
    : [element('lyric', [element('syllabic', 'single'), element('text', count)], { number: 1 })];
};

const noteElement = (one: WrittenStroke, piece: NotePiece, place: Place, first: boolean): Element => {
  const { stroke } = one;
  const pitch = spelled(stroke.pitch ?? 0, place.fifths);
  const signed = place.staff === 1 && !piece.tiedFrom && place.accidentals.needs(pitch);
  return element(
    'note',
    [
      first ? undefined : element('chord'),
      element('pitch', [
        element('step', pitch.step),
        ...(pitch.alter === 0 ? [] : [element('alter', pitch.alter)]),
        element('octave', pitch.octave),
      ]),
      element('duration', piece.ticks),
      ...tiesOf(piece, 'tie'),
      element('voice', place.voice),
      ...timeOf(piece),
      signed ? element('accidental', SIGNS[String(pitch.alter)] ?? 'natural') : undefined,
      ...modificationOf(piece),
      stemOf(place),
      headOf(one, place),
      element('staff', place.staff),
      ...(first && place.staff === 1
        ? piece.beams.map((beam, level) => element('beam', beam, { number: level + 1 }))
        : []),
      ...notationsOf(one, piece, place, first),
      ...(first && place.staff === 1 && !piece.tiedFrom ? countOf(piece, place) : []),
    ],
    stroke.loudness ? { dynamics: LOUDNESS[stroke.loudness] } : {},
  );
};

const restElement = (piece: NotePiece, { staff, voice }: Place): Element =>
  element(
    'note',
    [
      element('rest'),
      element('duration', piece.ticks),
      element('voice', voice),
      ...timeOf(piece),
      ...modificationOf(piece),
      element('staff', staff),
      ...(tupletsOf(piece, staff).length > 0 ? [element('notations', tupletsOf(piece, staff))] : []),
    ],
    staff === 2 ? { 'print-object': 'no' } : {},
  );

/** The notes of one piece of a voice, or its rest. */
export const notesOf = (piece: NotePiece, place: Place): readonly Element[] =>
  piece.content
    ? piece.content.map((one, index) => noteElement(one, piece, place, index === 0))
    : [restElement(piece, place)];
