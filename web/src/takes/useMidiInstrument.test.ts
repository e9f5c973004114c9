import { parseNoteOn } from './useMidiInstrument.ts';

const message = (...bytes: readonly number[]): Uint8Array => Uint8Array.from(bytes);

// Note on is 9n note velocity; with velocity 0 it is a note off (MIDI 1.0 detailed specification, from memory).
test.each([
  ['a note on the first channel', message(0x90, 64, 127), { at: 2, pitch: 64, loudness: 1 }],
  ['a note on the sixth channel', message(0x95, 40, 64), { at: 2, pitch: 40, loudness: 64 / 127 }],
  ['a note that ends', message(0x80, 64, 10), undefined],
  ['a note on without velocity ends it', message(0x90, 64, 0), undefined],
  ['a pedal', message(0xb0, 64, 127), undefined],
  ['nothing', null, undefined],
])('%s', (_what, data, note) => {
  expect(parseNoteOn(data, 2)).toEqual(note);
});
