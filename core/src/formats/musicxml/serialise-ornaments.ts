import type { Bend, SlideSide } from '../../pattern/index.ts';
import type { NotatedStroke } from '../notation/split-voices.ts';
import { createElement, type XmlElement } from './xml-tree.ts';

const bendElements = ({ semitones, isReleased }: Bend): readonly XmlElement[] => [
  createElement('bend', [createElement('bend-alter', semitones)]),
  ...(isReleased ? [createElement('bend', [createElement('bend-alter', -semitones), createElement('release')])] : []),
];

/** Words our own reader finds again, where MusicXML has no sign. */
export const REST_STROKE_TEXT = 'rest stroke';
export const PICKED_SLIDE_TEXT = 'picked';

const TAP_SIGN = 'T';

/** Taps are told apart by the hand: the fretting hand of a right-handed player is the left one. */
const tapElements = ({ slur, tapped }: NotatedStroke['stroke']): readonly XmlElement[] => {
  if (tapped) return [createElement('tap', TAP_SIGN, { hand: 'right' })];
  return slur === 'tap' ? [createElement('tap', TAP_SIGN, { hand: 'left' })] : [];
};

/** What the strings show of a stroke’s ornaments. */
export const listOrnamentTechnicals = ({ stroke }: NotatedStroke): readonly XmlElement[] => [
  ...(stroke.bend ? bendElements(stroke.bend) : []),
  ...tapElements(stroke),
  ...(stroke.restStroke ? [createElement('other-technical', REST_STROKE_TEXT)] : []),
  ...(stroke.glide ? [createElement('other-technical', PICKED_SLIDE_TEXT)] : []),
  ...(stroke.trill === undefined ? [] : [createElement('other-technical', `trill ${stroke.trill}`)]),
];

const INTO: Readonly<Record<SlideSide, string>> = { below: 'scoop', above: 'plop' };
const OFF: Readonly<Record<SlideSide, string>> = { below: 'falloff', above: 'doit' };

const articulationsOf = ({ stroke }: NotatedStroke): readonly XmlElement[] => [
  ...(stroke.accent ? [createElement('accent')] : []),
  ...(stroke.staccato ? [createElement('staccato')] : []),
  ...(stroke.slideIn ? [createElement(INTO[stroke.slideIn])] : []),
  ...(stroke.slideOut ? [createElement(OFF[stroke.slideOut])] : []),
];

const ornamentsOf = ({ stroke }: NotatedStroke): readonly XmlElement[] => [
  ...(stroke.trill === undefined ? [] : [createElement('trill-mark')]),
  ...(stroke.vibrato
    ? [createElement('wavy-line', [], { type: 'start' }), createElement('wavy-line', [], { type: 'stop' })]
    : []),
];

const group = (name: string, inside: readonly XmlElement[]): readonly XmlElement[] =>
  inside.length > 0 ? [createElement(name, inside)] : [];

/** What the staff of notes shows of a stroke’s articulations, before and after what is said of its fingers. */
export const listStaffOrnaments = (one: NotatedStroke) => ({
  before: group('ornaments', ornamentsOf(one)),
  after: [...group('articulations', articulationsOf(one)), ...(one.stroke.rolled ? [createElement('arpeggiate')] : [])],
});

const BEND_SIGNS: Readonly<Record<number, string>> = { 0.5: '¼', 1: '½', 1.5: '¾', 2: '1', 3: '1½', 4: '2' };

const signsOf = ({ stroke: { bend, slideIn, slideOut, slur, tapped } }: NotatedStroke): string =>
  [
    (tapped || slur === 'tap') && TAP_SIGN,
    slideIn && (slideIn === 'below' ? '↗' : '↘'),
    bend && `↑${BEND_SIGNS[bend.semitones] ?? ''}${bend.isReleased ? '↓' : ''}`,
    slideOut && (slideOut === 'above' ? '↗' : '↘'),
  ]
    .filter(Boolean)
    .join(' ');

/** Taps, bends and slides as signs over the strings: engravers draw none there. */
export const createOrnamentSigns = (strokes: readonly NotatedStroke[]): readonly XmlElement[] => {
  const signs = strokes.map(signsOf).filter((sign) => sign !== '');
  if (signs.length === 0) return [];
  const words = createElement('words', signs.join(' '));
  return [
    createElement('direction', [createElement('direction-type', [words]), createElement('staff', 2)], {
      placement: 'above',
    }),
  ];
};
