import {
  TUNINGS,
  listBassStrings,
  midiToFrequency,
  createInstrument,
  midiToNoteName,
  openStringName,
  parsePitchClass,
  pitchAt,
  validateInstrument,
  semitonesToRetune,
  findTuningOrStandard,
} from './index.ts';

describe('pitch (ISO 16: A4 = 440 Hz; MIDI 1.0 note numbers; equal temperament)', () => {
  test.each([
    [69, 440, 'A4'],
    [60, 261.6256, 'C4'],
    [40, 82.4069, 'E2'],
    [64, 329.6276, 'E4'],
  ])('note %i is %f Hz and is called %s', (midi, hertz, name) => {
    expect(midiToFrequency(midi)).toBeCloseTo(hertz, 3);
    expect(midiToNoteName(midi)).toBe(name);
  });

  test('an octave doubles the frequency at the twelfth fret of every string', () => {
    const guitar = createInstrument(findTuningOrStandard('standard'));
    for (let string = 1; string <= 6; string += 1)
      expect(midiToFrequency(pitchAt(guitar, string, 12))).toBeCloseTo(
        2 * midiToFrequency(pitchAt(guitar, string, 0)),
        6,
      );
  });
});

test('standard to open D is −2 0 0 −1 −2 −2 from string 6 to 1 (common practice, no source)', () => {
  expect(semitonesToRetune(findTuningOrStandard('standard'), findTuningOrStandard('open-d'))).toEqual([
    -2, 0, 0, -1, -2, -2,
  ]);
});

test('standard tuning is E A D G B E, and a capo lifts it', () => {
  const guitar = createInstrument(findTuningOrStandard('standard'));
  expect([6, 5, 4, 3, 2, 1].map((string) => openStringName(guitar, string)).join(' ')).toBe('E A D G B E');
  expect(midiToNoteName(pitchAt({ ...guitar, capo: 3 }, 6, 0))).toBe('G2');
});

const thumbOf = (key: string): readonly number[] => listBassStrings(findTuningOrStandard(key));

test('the thumb has the strings from N to 4, of three the lowest, of four that are re-entrant two', () => {
  expect(thumbOf('standard')).toEqual([6, 5, 4]);
  expect(thumbOf('four-string')).toEqual([4]);
  expect(thumbOf('eight-string')).toEqual([8, 7, 6, 5, 4]);
  expect(thumbOf('three-string')).toEqual([3]);
  expect(thumbOf('four-string-high')).toEqual([4, 3]);
  expect(listBassStrings({ ...findTuningOrStandard('open-g'), thumbFrom: 5 })).toEqual([6, 5]);
});

test('every tuning that ships can stand', () => {
  for (const tuning of TUNINGS) expect(validateInstrument(createInstrument(tuning))).toEqual([]);
});

test('note names are read with sharps and flats, and nonsense is not', () => {
  expect(['C', 'F#', 'B♭', 'Cb', 'H'].map(parsePitchClass)).toEqual([0, 6, 10, 11, undefined]);
});
