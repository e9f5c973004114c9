import { ORNAMENT_LIMITS, type Bend, type SlideSide, type Slur, type Stroke } from '../../pattern/index.ts';
import { USUAL_TRILL, nearestBend } from '../parsed-music/usual-ornaments.ts';
import type { ParsedNote } from '../parsed-music/parsed-music.ts';
import { PICKED_SLIDE_TEXT, REST_STROKE_TEXT } from './serialise-ornaments.ts';
import { findChild, findDescendant, listChildren, numberAt, textAt, type XmlNode } from './xml-tree.ts';

const bendOf = (technical: XmlNode | undefined): Bend | undefined => {
  const bends = listChildren(technical, 'bend');
  const highest = Math.max(0, ...bends.map((bend) => numberAt(bend, 'bend-alter') ?? 0));
  if (highest <= 0) return undefined;
  const isReleased = bends.some((bend) => findChild(bend, 'release'));
  return { semitones: nearestBend(highest), ...(isReleased ? { isReleased } : {}) };
};

const hasText = (technical: XmlNode | undefined, text: string): boolean =>
  listChildren(technical, 'other-technical').some((one) => one.text.trim() === text);

const trillOf = (notations: XmlNode | undefined, technical: XmlNode | undefined): number | undefined => {
  const said = listChildren(technical, 'other-technical')
    .map(({ text }) => Number(/^trill (\d)$/.exec(text.trim())?.[1]))
    .find((frets) => frets >= 1 && frets <= ORNAMENT_LIMITS.trill);
  if (said) return said;
  return findDescendant(notations, 'ornaments', 'trill-mark') ? USUAL_TRILL : undefined;
};

const sideOf = (articulations: XmlNode | undefined, below: string, above: string): SlideSide | undefined => {
  if (findChild(articulations, below)) return 'below';
  return findChild(articulations, above) ? 'above' : undefined;
};

const trueWhere = (is: boolean): true | undefined => (is ? true : undefined);

/** The ornaments and articulations of a note, as far as a stroke has them. */
export const parseOrnaments = (note: XmlNode): Partial<Stroke> => {
  const notations = findChild(note, 'notations');
  const technical = findChild(notations, 'technical');
  const articulations = findChild(notations, 'articulations');
  const isTrilled = findDescendant(notations, 'ornaments', 'trill-mark') !== undefined;
  return {
    bend: bendOf(technical),
    trill: trillOf(notations, technical),
    slideIn: sideOf(articulations, 'scoop', 'plop'),
    slideOut: sideOf(articulations, 'falloff', 'doit'),
    vibrato: trueWhere(
      !isTrilled &&
        listChildren(findChild(notations, 'ornaments'), 'wavy-line').some(
          ({ attributes }) => attributes.type === 'start',
        ),
    ),
    staccato: trueWhere(['staccato', 'staccatissimo'].some((name) => findChild(articulations, name))),
    dead: trueWhere(textAt(note, 'notehead') === 'x'),
    restStroke: trueWhere(hasText(technical, REST_STROKE_TEXT)),
    glide: trueWhere(hasText(technical, PICKED_SLIDE_TEXT)),
    rolled: trueWhere(findChild(notations, 'arpeggiate') !== undefined),
  };
};

/** A grace note as its note has it: how far off it lies, and how it leads there; undefined where it is too far. */
export const graceOf = (grace: ParsedNote, note: ParsedNote, leadsBy: Slur | undefined): Stroke['grace'] => {
  const frets = (grace.midi ?? 0) - (note.midi ?? 0);
  if (frets === 0 || Math.abs(frets) > ORNAMENT_LIMITS.grace) return undefined;
  return { frets, ...(leadsBy && leadsBy !== 'tap' ? { slur: leadsBy } : {}) };
};
