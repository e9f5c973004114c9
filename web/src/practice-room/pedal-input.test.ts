import { parsePedalMessage } from './pedal-input.ts';

describe('what a MIDI message of a pedal says', () => {
  test.each<[string, readonly number[], 'clean' | 'slipped' | undefined]>([
    ['sustain down, channel 1', [0xb0, 64, 127], 'clean'],
    ['sustain down, channel 16', [0xbf, 64, 64], 'clean'],
    ['sustain up', [0xb0, 64, 0], undefined],
    ['half a pedal below the middle', [0xb0, 64, 63], undefined],
    ['soft down', [0xb0, 67, 100], 'slipped'],
    ['another controller', [0xb0, 1, 127], undefined],
    ['a note', [0x90, 64, 127], undefined],
    ['a clock', [0xf8], undefined],
  ])('%s', (_name, bytes, said) => {
    expect(parsePedalMessage(Uint8Array.from(bytes))).toBe(said);
  });
});
