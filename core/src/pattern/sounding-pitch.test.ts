import fc from 'fast-check';
import { valueOrThrow } from '../errors/index.ts';
import { sayProblem } from '@fleet-wren/wording';
import { findShape, type Voicing } from '../harmony/index.ts';
import { midiToFrequency, createInstrument, pitchAt, findTuningOrStandard } from '../instrument/index.ts';
import { applyPatternEdit, createVoicingEdit, type AnyPatternEdit } from '../edit/index.ts';
import {
  NODE_FRETS,
  findSlursWithoutOrigin,
  createPattern,
  validatePattern,
  findStringOfRole,
  findStoppedFret,
  soundingPitchOfStroke,
  moveRolesToChord,
  harmonicNodeInterval,
  type Pattern,
  type Stroke,
} from './index.ts';

const standard = createInstrument(findTuningOrStandard('standard'));
const shape = (chord: string): Voicing => findShape(standard, chord) as Voicing;
const stroke = (string: number, more: Partial<Stroke> = {}): Stroke => ({ id: `${string}`, at: 0, string, ...more });
const held = (frets: Voicing['frets']): Pattern => createPattern('x', { voicing: { chord: 'shape', frets } });

describe('harmonics: touch fret = stopped fret + 12 sounds an octave up (2-domain; physics)', () => {
  test.each<[string, Voicing['frets'], readonly (number | null)[]]>([
    ['3 5 5 4 3 3', [3, 5, 5, 4, 3, 3], [15, 17, 17, 16, 15, 15]],
    ['open E', [0, 2, 2, 1, 0, 0], [12, 14, 14, 13, 12, 12]],
    ['C', [null, 3, 2, 0, 1, 0], [null, 15, 14, 12, 13, 12]],
  ])('%s', (_name, frets, touches) => {
    const pattern = held(frets);
    frets.forEach((fret, index) => {
      const touch = touches[index];
      if (touch === null || touch === undefined) return;
      const one = stroke(6 - index, { harmonic: { kind: 'harp', touch } });
      expect(harmonicNodeInterval(pattern, one)).toBe(12);
      expect(soundingPitchOfStroke(pattern, one)).toBe(pitchAt(standard, 6 - index, fret as number) + 12);
    });
  });

  test('further nodes: +7 an octave and a fifth, +5 two octaves, near the fourth fret two octaves and a major third', () => {
    const pattern = held([0, 0, 0, 0, 0, 0]);
    const above = (touch: number): number =>
      (soundingPitchOfStroke(pattern, stroke(6, { harmonic: { kind: 'natural', touch } })) ?? 0) - 40;
    expect([12, 7, 5, 4].map(above)).toEqual([12, 19, 24, 28]);
  });

  test('every node lies where 12·log2(n/(n−k)) puts it, and sounds the nth partial (physics of the ideal string)', () => {
    const pattern = held([0, 0, 0, 0, 0, 0]);
    for (const touch of NODE_FRETS) {
      const sounded = soundingPitchOfStroke(pattern, stroke(6, { harmonic: { kind: 'natural', touch } })) ?? 0;
      const partial = Math.round(midiToFrequency(sounded) / midiToFrequency(40));
      const nodes = Array.from({ length: partial - 1 }, (_, k) => 12 * Math.log2(partial / (partial - k - 1)));
      expect(Math.min(...nodes.map((node) => Math.abs(node - touch)))).toBeLessThan(0.35);
    }
  });

  test('a touch beside any node is refused in a sentence', () => {
    const pattern = { ...held([0, 0, 0, 0, 0, 0]), strokes: [stroke(6, { harmonic: { kind: 'natural', touch: 6 } })] };
    expect(validatePattern(pattern).map(sayProblem).join()).toMatch(/beat 1: there is no harmonic at fret 6/);
  });
});

describe('frets', () => {
  test('are the chord’s unless a stroke has its own; a harmonic is touched over the open string', () => {
    const pattern = held([null, 3, 2, 0, 1, 0]);
    expect(findStoppedFret(pattern, stroke(5))).toBe(3);
    expect(findStoppedFret(pattern, stroke(5, { fret: 7 }))).toBe(7);
    expect(findStoppedFret(pattern, stroke(6))).toBeNull();
    expect(findStoppedFret(pattern, stroke(6, { fret: 1 }))).toBe(1);
    expect(findStoppedFret(pattern, stroke(6, { harmonic: { kind: 'natural', touch: 12 } }))).toBe(0);
  });

  test('beyond the neck are refused', () => {
    expect(
      validatePattern({ ...createPattern('x'), strokes: [stroke(1, { fret: 22 })] })
        .map(sayProblem)
        .join(),
    ).toMatch(/Fret 22 on string 1 is beyond the neck/);
  });
});

test('a slur with nothing before it on its string is named', () => {
  const pattern = createPattern('x', { cyclic: false, strokes: [stroke(3, { slur: 'hammer-on' })] });
  expect(findSlursWithoutOrigin(pattern).map(({ problem }) => sayProblem(problem))).toEqual([
    'At beat 1: the slur on string 3 has no note before it. Add a note on that string, or pluck this one.',
  ]);
  expect(
    findSlursWithoutOrigin({
      ...pattern,
      strokes: [stroke(3), { ...stroke(3, { slur: 'hammer-on' }), id: 'b', at: 210 }],
    }),
  ).toEqual([]);
});

describe('roles land on the chord’s strings (2-domain, common practice)', () => {
  test.each([
    ['C', 5, 4],
    ['G', 6, 4],
    ['D', 4, 3],
    ['E', 6, 5],
    ['Am', 5, 4],
    ['F (four strings)', 4, 3],
  ])('%s: bass %i, alternate %i', (chord, bass, alternate) => {
    expect(findStringOfRole(standard, shape(chord), 'bass')).toBe(bass);
    expect(findStringOfRole(standard, shape(chord), 'alternate')).toBe(alternate);
  });

  test('a role the chord has no string of its own for takes the one before it', () => {
    expect(findStringOfRole(standard, shape('D'), 'second alternate')).toBe(3);
  });

  test('a role gives way to a stroke that stands on its string already', () => {
    const strokes = [stroke(6, { role: 'bass' }), { ...stroke(5), id: 'fixed' }];
    expect(moveRolesToChord(strokes, standard, shape('C')).map(({ id, string }) => `${id}/${string}`)).toEqual([
      '6/6',
      'fixed/5',
    ]);
  });

  test('changing the chord and back is the same', () => {
    const chords = ['C', 'G', 'D', 'E', 'Am', 'F'];
    fc.assert(
      fc.property(fc.constantFrom(...chords), fc.constantFrom(...chords), (first, second) => {
        const start = createPattern('x', {
          voicing: shape(first),
          strokes: moveRolesToChord(
            [
              stroke(6, { role: 'bass' }),
              { ...stroke(4, { role: 'alternate' }), at: 840, id: 'b' },
              { ...stroke(2), at: 420, id: 'c' },
            ],
            standard,
            shape(first),
          ),
        });
        const there = (pattern: Pattern, change: AnyPatternEdit): Pattern =>
          valueOrThrow(applyPatternEdit(pattern, change)).document;
        expect(
          there(
            there(start, createVoicingEdit(start, shape(second))),
            createVoicingEdit(there(start, createVoicingEdit(start, shape(second))), shape(first)),
          ),
        ).toEqual(start);
      }),
      { seed: 84 },
    );
  });
});
