import { createPattern, type Stroke } from '@fleet-wren/core';
import {
  ORNAMENTS,
  SLIDES,
  cycleBend,
  kindOfOrnament,
  kindOfSlide,
  withOrnament,
  withSlide,
} from './ornament-choices.ts';

const pattern = createPattern('P');
const note = (marks: Partial<Stroke> = {}): Stroke => ({ id: 'a', at: 0, string: 2, fret: 5, ...marks });

test.each(ORNAMENTS)('a note set to %s has just that, whatever it had', (kind) => {
  for (const before of ORNAMENTS)
    expect(kindOfOrnament(withOrnament(pattern, withOrnament(pattern, note(), before), kind))).toBe(kind);
});

test.each(SLIDES)('a slide set to %s is just that', (kind) => {
  for (const before of SLIDES) expect(kindOfSlide(withSlide(withSlide(note(), before), kind))).toBe(kind);
});

test('a bend keeps how far it goes when it is released too', () => {
  expect(withOrnament(pattern, note({ bend: { semitones: 3 } }), 'release').bend).toEqual({
    semitones: 3,
    isReleased: true,
  });
});

test('a grace note is hammered from two frets below; on an open string it is pulled off', () => {
  expect(withOrnament(pattern, note(), 'grace').grace).toEqual({ frets: -2, slur: 'hammer-on' });
  expect(withOrnament(pattern, note({ fret: 1 }), 'grace').grace).toEqual({ frets: -1, slur: 'hammer-on' });
  expect(withOrnament(pattern, note({ fret: 0 }), 'grace').grace).toEqual({ frets: 2, slur: 'pull-off' });
});

test('the key for bends goes from none over a half and a whole step to none', () => {
  const steps = [note(), cycleBend(note()), cycleBend(cycleBend(note())), cycleBend(cycleBend(cycleBend(note())))];
  expect(steps.map(({ bend }) => bend?.semitones)).toEqual([undefined, 1, 2, undefined]);
});
