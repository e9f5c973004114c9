import fc from 'fast-check';
import { createPattern, type Stroke } from '../pattern/index.ts';
import { flattenScore } from '../score/index.ts';
import { articulateStroke, listPlaybackNotes, type ArticulatedStroke, type PitchPoint } from './index.ts';

const semitonesAt = (curve: readonly PitchPoint[], seconds: number): number =>
  curve.filter((point) => point.seconds <= seconds).at(-1)?.semitones ?? 0;

const notesOf = (strokes: readonly Partial<Stroke>[], cyclic = false) =>
  listPlaybackNotes(
    flattenScore(
      createPattern('P', {
        tempo: 60,
        cyclic,
        strokes: strokes.map((stroke, index) => ({ id: `s${index}`, at: 840 * index, string: 2, fret: 5, ...stroke })),
      }),
    ),
  );

describe('what is heard of ornaments (common practice, no source)', () => {
  test('a whole-tone bend ends two semitones up, a released one back where it began', () => {
    const bent = articulateStroke({ bend: { semitones: 2 } }, 1)[0]?.curve ?? [];
    expect([bent[0]?.semitones, bent.at(-1)?.semitones]).toEqual([0, 2]);
    const released = articulateStroke({ bend: { semitones: 2, isReleased: true } }, 1)[0]?.curve ?? [];
    expect([semitonesAt(released, 0.4), released.at(-1)?.semitones]).toEqual([2, 0]);
  });

  test('a grace note two frets below comes on the beat, its note after it, until the time is up', () => {
    const [grace, note] = articulateStroke({ grace: { frets: -2, slur: 'hammer-on' } }, 1);
    expect([grace?.delay, grace?.semitones, note?.semitones]).toEqual([0, -2, 0]);
    expect((note?.delay ?? 0) + (note?.seconds ?? 0)).toBeCloseTo(1);
  });

  test('a trill alternates with the upper note and ends on its own', () => {
    const notes = articulateStroke({ trill: 2 }, 1).map(({ semitones }) => semitones);
    expect(notes.slice(0, 4)).toEqual([0, 2, 0, 2]);
    expect(notes.at(-1)).toBe(0);
  });

  test('slides to and from nowhere begin below and end above', () => {
    const curve = articulateStroke({ slideIn: 'below', slideOut: 'above' }, 1)[0]?.curve ?? [];
    expect(curve[0]?.semitones).toBeLessThan(0);
    expect(semitonesAt(curve, 0.5)).toBe(0);
    expect(curve.at(-1)?.semitones).toBeGreaterThan(0);
  });

  test('a note slides as far as the note it slides to, picked or not', () => {
    const slid = notesOf([{}, { fret: 7, slur: 'slide' }]);
    expect(slid[0]?.curve?.at(-1)).toEqual({ seconds: 1, semitones: 2 });
    const picked = notesOf([{ fret: 9 }, { fret: 7, glide: true }]);
    expect(picked[0]?.curve?.at(-1)).toEqual({ seconds: 1, semitones: -2 });
    expect(picked[1]?.loudness).toBeGreaterThan(slid[1]?.loudness ?? 1);
  });

  test('a rolled chord sounds from its lowest string up', () => {
    const chord = [5, 3, 2, 1].map((string) => ({ at: 0, string, rolled: true, fret: 0 }));
    const notes = notesOf(chord);
    expect(notes.map(({ string }) => string)).toEqual([5, 3, 2, 1]);
    const onsets = notes.map(({ onset }) => onset);
    expect(onsets[0]).toBe(0);
    expect([...onsets].sort((a, b) => a - b)).toEqual(onsets);
    expect(new Set(onsets).size).toBe(4);
  });

  test('short notes sound half their time, dead ones hardly, on muted strings too', () => {
    const [short, , dead] = notesOf([{ staccato: true }, {}, { dead: true, string: 6, fret: undefined }]);
    expect(short?.duration).toBeCloseTo(0.5);
    expect(dead?.duration).toBeLessThan(0.2);
  });
});

describe('laws of ornaments', () => {
  const side = fc.constantFrom('below' as const, 'above' as const);
  const strokes: fc.Arbitrary<ArticulatedStroke> = fc.record(
    {
      bend: fc.record({ semitones: fc.constantFrom(0.5, 1, 2, 3, 4), isReleased: fc.boolean() }),
      grace: fc.record({ frets: fc.integer({ min: -3, max: 3 }) }),
      trill: fc.integer({ min: 1, max: 5 }),
      slideIn: side,
      slideOut: side,
      vibrato: fc.boolean(),
      slideTo: fc.integer({ min: -7, max: 7 }),
    },
    { requiredKeys: [] },
  );

  test('notes fill the time of their stroke without a gap, and their pitch moves only forward in time', () => {
    fc.assert(
      fc.property(strokes, fc.double({ min: 0.05, max: 4, noNaN: true }), (stroke, seconds) => {
        const notes = articulateStroke(stroke, seconds);
        let end = 0;
        for (const note of notes) {
          expect(note.delay).toBeCloseTo(end);
          end = note.delay + note.seconds;
          expect(note.seconds).toBeGreaterThan(0);
          const times = note.curve.map((point) => point.seconds);
          expect([...times].sort((a, b) => a - b)).toEqual(times);
          expect(Math.max(0, ...times)).toBeLessThanOrEqual(note.seconds + 1e-9);
        }
        expect(end).toBeCloseTo(seconds);
      }),
    );
  });
});
