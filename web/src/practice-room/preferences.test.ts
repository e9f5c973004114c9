import { parsePreferences } from './preferences.ts';
import { rampTempo } from './tempo-ramp.ts';

describe('what a browser kept of the room', () => {
  test('is read as far as it can be', () => {
    expect(parsePreferences('{"heard":"click alone","silence":"two of four bars","largePrint":true}')).toMatchObject({
      heard: 'click alone',
      silence: 'two of four bars',
      largePrint: true,
      leftHanded: false,
    });
  });

  test.each([null, '', 'null', '[]', '{"heard":7}', '{"silence":"always"}', '{"largePrint":"yes"}', '{'])(
    '%s: the first ones',
    (text) => expect(parsePreferences(text)).toEqual(parsePreferences('{}')),
  );
});

describe('a rising tempo', () => {
  test('begins at four fifths and is there after eight rounds', () => {
    expect([0, 4, 8, 30].map((round) => rampTempo(100, round))).toEqual([80, 90, 100, 100]);
  });

  test('never falls and never passes what is asked for', () => {
    for (let asked = 20; asked <= 400; asked += 7)
      for (let round = 1; round < 12; round += 1) {
        expect(rampTempo(asked, round)).toBeGreaterThanOrEqual(rampTempo(asked, round - 1));
        expect(rampTempo(asked, round)).toBeLessThanOrEqual(asked);
      }
  });
});
