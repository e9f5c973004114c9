import { clearChordsOfFingers } from './clear-chords.ts';

const chord = (x: number, y: number, words: string): string =>
  `<g class="harm"><text x="${x}" y="${y}" font-size="0px"><tspan><tspan font-size="324px">${words}</tspan></tspan></text></g>`;
const finger = (x: number, y: number): string =>
  `<g class="fing"><text x="${x}" y="${y}" text-anchor="middle" font-size="0px"><tspan font-size="243px">m</tspan></text></g>`;
const placeOf = (svg: string): number => Number(/class="harm"><text x="(-?\d+)"/.exec(svg)?.[1]);

// Three letters of 324 are 3 × .58 × 324 = 564 wide; an m of 243 begins .46 × 243 before its middle.
test('a chord name that runs into the finger letter beside it moves to its left, with air between them', () => {
  const place = placeOf(clearChordsOfFingers(chord(1000, 500, 'G/B') + finger(1600, 560)));
  expect(Math.abs(place + 564 + 0.2 * 324 - (1600 - 0.46 * 243))).toBeLessThan(1.5);
});

test.each([
  ['far enough to the right', chord(1000, 500, 'G/B') + finger(1800, 560)],
  ['above it', chord(1000, 500, 'G/B') + finger(1600, 200)],
  ['before it', chord(1000, 500, 'G/B') + finger(900, 560)],
  ['so near that the name would leave its beat', chord(1000, 500, 'F#m7b5') + finger(1300, 560)],
])('beside a letter that is %s it stays', (_, svg) => expect(clearChordsOfFingers(svg)).toBe(svg));

test('next to the box of a section it stays', () => {
  const box = '<g class="reh"><rect stroke="none" x="100" y="250" height="400" width="860"></rect></g>';
  const svg = box + chord(1000, 500, 'G/B') + finger(1600, 560);
  expect(clearChordsOfFingers(svg)).toBe(svg);
});
