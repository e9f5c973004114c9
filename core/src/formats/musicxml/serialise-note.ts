import { OCTAVE } from '../../instrument/index.ts';
import { isFinger, type Digit, type LeadingSlur } from '../../pattern/index.ts';
import type { ScoreStroke } from '../../score/index.ts';
import type { NotatedDuration } from '../notation/notate-rhythm.ts';
import { spellPitch, type AccidentalTracker, type SpelledPitch } from '../notation/pitch-spelling.ts';
import type { NotatedStroke } from '../notation/split-voices.ts';
import { createOrnamentSigns, listOrnamentTechnicals, listStaffOrnaments } from './serialise-ornaments.ts';
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

const SLUR_LETTERS: Readonly<Record<Exclude<LeadingSlur, 'slide'>, string>> = { 'hammer-on': 'H', 'pull-off': 'P' };

/** What begins at a stroke and ends at the slurred one after it on its string. */
const slurElement = (slur: LeadingSlur, type: 'start' | 'stop', string: number): XmlElement => {
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

/** Slurs and slides that lead to a stroke from the note before on its string. */
const listStarts = (stroke: ScoreStroke | undefined): readonly LeadingSlur[] => {
  if (!stroke) return [];
  const slur = stroke.slur === 'tap' ? undefined : stroke.slur;
  return [...(slur ? [slur] : []), ...(stroke.glide && !stroke.slur ? ['slide' as const] : [])];
};

/** Those that end at a stroke; a grace note stands between it and the note before. */
const listEnds = (stroke: ScoreStroke): readonly LeadingSlur[] =>
  stroke.grace ? [stroke.grace.slur].filter((slur) => slur !== undefined) : listStarts(stroke);

const slursAt = ({ stroke, next }: NotatedStroke): Slurs => {
  const all = [
    ...listEnds(stroke).map((slur) => [slur, slurElement(slur, 'stop', stroke.string)] as const),
    ...listStarts(next).map((slur) => [slur, slurElement(slur, 'start', stroke.string)] as const),
  ];
  return {
    technical: all.filter(([slur]) => slur !== 'slide').map(([, one]) => one),
    notations: all.filter(([slur]) => slur === 'slide').map(([, one]) => one),
  };
};

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
    ...(begins ? listOrnamentTechnicals(one) : []),
    begins && stroke.damped ? createElement('other-technical', 'palm mute') : undefined,
  ];
};

const tiesOf = ({ tiedFrom, tiedTo }: NotePiece, name: 'tie' | 'tied'): readonly XmlElement[] => [
  ...(tiedFrom ? [createElement(name, [], { type: 'stop' })] : []),
  ...(tiedTo ? [createElement(name, [], { type: 'start' })] : []),
];

/**
 * Whether it is the tablature of a sheet: there a fret stands once however long it rings, and the staff of notes has
 * the ties (common practice, no source). Programs are given every note.
 */
const isTabOnPaper = ({ staff, digitsShown }: StaffVoice): boolean => staff === 2 && digitsShown;

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
  const { before, after } = listStaffOrnaments(one);
  const isStaff = begins && staff === 1;
  const notations = [
    ...(isTabOnPaper(place) ? [] : tiesOf(piece, 'tied')),
    ...(isStaff && one.stroke.ring ? [createElement('tied', [], { type: 'let-ring' })] : []),
    ...(first ? tupletsOf(piece, staff) : []),
    ...(begins && staff === 2 ? slursAt(one).notations : []),
    ...(isStaff ? before : []),
    ...(inside.length > 0 ? [createElement('technical', inside)] : []),
    ...(isStaff ? after : []),
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
  if (stroke.dead) return createElement('notehead', 'x');
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

const pitchElement = ({ step, alter, octave }: SpelledPitch): XmlElement =>
  createElement('pitch', [
    createElement('step', step),
    ...(alter === 0 ? [] : [createElement('alter', alter)]),
    createElement('octave', octave),
  ]);

const noteElement = (one: NotatedStroke, piece: NotePiece, place: StaffVoice, first: boolean): XmlElement => {
  const { stroke } = one;
  const pitch = spellPitch(stroke.pitch ?? 0, place.fifths);
  const signed = place.staff === 1 && !piece.tiedFrom && place.accidentals.needs(pitch);
  return createElement(
    'note',
    [
      first ? undefined : createElement('chord'),
      pitchElement(pitch),
      createElement('duration', piece.ticks),
      ...(isTabOnPaper(place) ? [] : tiesOf(piece, 'tie')),
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

/** A grace note before its note: on the strings its fret, and the slur that leads on. */
const graceElement = (one: NotatedStroke, place: StaffVoice): XmlElement | undefined => {
  const { grace, pitch, fret, string } = one.stroke;
  if (!grace || pitch === null || fret === null) return undefined;
  const slur = grace.slur && slurElement(grace.slur, 'start', string);
  const technical = [
    createElement('string', string),
    createElement('fret', Math.max(0, fret + grace.frets)),
    ...(slur && grace.slur !== 'slide' ? [slur] : []),
  ];
  const notations = [
    ...(slur && grace.slur === 'slide' ? [slur] : []),
    ...(place.staff === 2 ? [createElement('technical', technical)] : []),
  ];
  return createElement('note', [
    createElement('grace', [], { slash: 'yes' }),
    pitchElement(spellPitch(pitch + grace.frets, place.fifths)),
    createElement('voice', place.voice),
    createElement('type', 'eighth'),
    stemOf(place),
    createElement('staff', place.staff),
    ...(notations.length > 0 ? [createElement('notations', notations)] : []),
  ]);
};

/** What stands before notes: grace notes; engravers have no room for them among the strings, and draw no bends. */
const listBefore = (content: readonly NotatedStroke[], place: StaffVoice): readonly XmlElement[] => {
  if (place.staff === 2 && place.digitsShown) return createOrnamentSigns(content);
  return content.map((one) => graceElement(one, place)).filter((grace) => grace !== undefined);
};

/** The notes of one piece of a voice with their grace notes, or its rest. */
export const createNoteElements = (piece: NotePiece, place: StaffVoice): readonly XmlElement[] => {
  const { content } = piece;
  if (!content || (piece.tiedFrom && isTabOnPaper(place))) return [restElement(piece, place)];
  const before = piece.tiedFrom ? [] : listBefore(content, place);
  return [...before, ...content.map((one, index) => noteElement(one, piece, place, index === 0))];
};
