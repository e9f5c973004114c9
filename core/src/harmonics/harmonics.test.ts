import { sayMessage } from '@fleet-wren/wording';
import { createInstrument, findTuningOrStandard } from '../instrument/index.ts';
import { soundingPitchOfStroke, createPattern } from '../pattern/index.ts';
import {
  HARMONIC_NODES,
  createCascade,
  computeHarmonicPoint,
  computeHarmonicPoints,
  namePitchSet,
  findNodeAtFret,
  createDefaultSteps,
} from './index.ts';

const standard = createInstrument(findTuningOrStandard('standard'));
const shape = { chord: 'G', frets: [3, 5, 5, 4, 3, 3] };

test.each(HARMONIC_NODES.map((node) => [node.partial, node] as const))(
  'the node of partial %i lies where physics has it: 12 · log2(n/(n−k)) frets, sounding 12 · log2(n) semitones',
  (partial, { frets, interval }) => {
    const places = Array.from({ length: partial - 1 }, (_, k) => 12 * Math.log2(partial / (partial - k - 1)));
    expect(Math.min(...places.map((place) => Math.abs(place - frets)))).toBeLessThan(0.2);
    expect(interval).toBe(Math.round(12 * Math.log2(partial)));
  },
);

test('touch frets over a shape: the stopped fret and twelve (2-domain)', () => {
  expect(computeHarmonicPoints(standard, shape).map(({ touchFret }) => touchFret)).toEqual([15, 17, 17, 16, 15, 15]);
  expect(
    computeHarmonicPoints(standard, { chord: 'D', frets: [null, null, 0, 2, 3, 2] }).map(({ string }) => string),
  ).toEqual([4, 3, 2, 1]);
});

test('it sounds what a pattern’s harmonic sounds', () => {
  for (const { frets } of HARMONIC_NODES.filter((node) => node.frets <= 12)) {
    const { pitch, touchFret } = computeHarmonicPoint(standard, { string: 3, stopped: 0 }, findNodeAtFret(frets));
    const stroke = { id: 'a', at: 0, string: 3, harmonic: { kind: 'natural' as const, touch: touchFret } };
    expect(soundingPitchOfStroke(createPattern('P'), stroke)).toBe(pitch);
  }
});

test('what is out of reach is a value with its remedies, never an error', () => {
  const { isReachable, remedies } = computeHarmonicPoint(standard, { string: 1, stopped: 12 });
  expect(isReachable).toBe(false);
  expect(remedies.map(sayMessage)).toEqual([
    'Play the string open and touch fret 12 (different note).',
    'Touch fret 19 (an octave and a fifth above the fretted note).',
    'Move the shape down 3 frets (transposes it).',
  ]);
  expect(computeHarmonicPoint({ ...standard, capo: 12 }, { string: 6, stopped: 0 }).remedies.length).toBeGreaterThan(0);
});

test('a cascade: H6 3 H5 2 H4 1, its pitches in the order they sound', () => {
  const { notes, isMonotonic } = createCascade(standard, shape, createDefaultSteps(standard));
  expect(notes.map(({ noteName, harmonic }) => (harmonic ? `H${noteName}` : noteName))).toEqual([
    'HG3',
    'B3',
    'HD4',
    'D4',
    'HG4',
    'G4',
  ]);
  expect(isMonotonic).toBe(false);
});

test('muted strings are passed over', () => {
  const { notes } = createCascade(
    standard,
    { chord: 'D', frets: [null, null, 0, 2, 3, 2] },
    createDefaultSteps(standard),
  );
  expect(notes.map(({ string }) => string)).toEqual([3, 2, 4, 1]);
});

test.each([
  [[60, 64, 67], 'C major'],
  [[57, 60, 64, 67], 'A minor seventh'],
  [[55, 57, 59, 62, 64], 'G major pentatonic scale'],
  [[60, 62, 64, 65, 67, 69, 71], 'C major scale'],
  [[60, 61, 62], null],
  [[], null],
])('%j make %s (handbook tables, from memory)', (pitches, name) => {
  const made = namePitchSet(pitches);
  expect(made && sayMessage(made)).toBe(name);
});
