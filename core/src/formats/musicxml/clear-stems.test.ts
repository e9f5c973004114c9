import fc from 'fast-check';
import createVerovioModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';
import { patternArbitrary } from '../../../test/arbitraries.ts';
import { analysePattern, listDigitsInOrder } from '../../analysis/index.ts';
import type { Pattern } from '../../pattern/index.ts';
import { flattenScore } from '../../score/index.ts';
import { ENGRAVED_HEIGHT, engravingOptions, exportMusicXml, refineEngraving } from '../index.ts';
import { clearFingersOfStems } from './clear-stems.ts';

const stem = (x: number, from: number, to: number, flag = ''): string =>
  `<g class="stem"><path d="M${x} ${from} L${x} ${to}" stroke-width="18" />${flag}</g>`;
const letter = (x: number, y: number, digit = 'm'): string =>
  `<g class="fing"><text x="${x}" y="${y}" text-anchor="middle"><tspan class="text"><tspan font-size="100px">${digit}</tspan></tspan></text></g>`;
const placeOf = (svg: string): number => Number(/<text x="(-?\d+)"/.exec(svg)?.[1]);

describe('digits beside the stems', () => {
  test.each([
    ['a stem upwards, at the right of its head: the digit goes to its left', stem(130, 90, 10), 130 - 68],
    ['a stem downwards, at the left of its head: the digit goes to its right', stem(70, 20, 90), 70 + 68],
    [
      'one with a flag, which hangs to the right: the digit goes to its left',
      stem(70, 20, 90, '<g class="flag">'),
      70 - 68,
    ],
    ['a stem that ends below the digit: it stays', stem(130, 200, 120), 100],
    ['a stem further away: it stays', stem(170, 90, 10), 100],
  ])('%s', (_, drawn, expected) => {
    expect(placeOf(clearFingersOfStems(drawn + letter(100, 60)))).toBe(expected);
  });

  test('the box of a section that stands out over the margin is widened too', () => {
    // A fifth wider than 2,000 without the 324 of its room: 2,011, half of the difference at each side.
    expect(refineEngraving('<g class="reh"><rect x="-50" y="0" height="9" width="2000" />')).toContain(
      'x="-56" y="0" height="9" width="2011"',
    );
  });

  test('everything but the place stays as it was', () => {
    const before = stem(130, 90, 10) + letter(100, 60);
    expect(clearFingersOfStems(before).replace('x="62"', 'x="100"')).toBe(before);
  });
});

describe('pages by the engraver itself', () => {
  const toolkit = createVerovioModule().then((module) => new VerovioToolkit(module));

  const engrave = async (pattern: Pattern): Promise<string> => {
    const made = await toolkit;
    const digits = listDigitsInOrder(pattern, analysePattern(pattern));
    const source = exportMusicXml(flattenScore(pattern), digits, {}, { showDigits: true, counts: true });
    made.setOptions(engravingOptions(source, { width: 695, height: ENGRAVED_HEIGHT.together, scale: 40 }));
    made.loadData(source);
    return refineEngraving(made.renderToSVG(1));
  };

  const room: Readonly<Record<string, number>> = { m: 140, i: 70 };

  /** Digits with a stem nearer to their middle than half their width and some air, at 243 units a letter. */
  const countStruck = (svg: string): number => {
    const stems = [...svg.matchAll(/class="stem">\s*<path d="M(\S+) (\S+) L\S+ (\S+)"/g)].map((found) =>
      found.slice(1).map(Number),
    );
    return [...svg.matchAll(/class="fing">\s*<text x="(\S+)" y="(\S+)".*\s*<tspan.*\s*<tspan[^>]*>(\w+)/g)].filter(
      ([, x, y, digit]) =>
        stems.some(
          ([at = 0, from = 0, to = 0]) =>
            Math.abs(at - Number(x)) < (room[String(digit)] ?? 110) &&
            Math.min(from, to) < Number(y) - 20 &&
            Math.max(from, to) > Number(y) - 150,
        ),
    ).length;
  };

  test('no stem of its own note runs through a digit, whatever the figure', async () => {
    await fc.assert(
      fc.asyncProperty(patternArbitrary, async (pattern) => {
        expect(countStruck(await engrave(pattern))).toBe(0);
      }),
      { numRuns: 40, seed: 31 },
    );
  });
});
