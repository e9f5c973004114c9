import {
  DIGITS,
  compareSchools,
  analysePattern,
  createPattern,
  patternLength,
  parseStringNotation,
  findSchoolsToCompare,
  secondsPerTick,
  analyseStringUsage,
  valueOrThrow,
  type Pattern,
  getSymbolPath,
} from '@fleet-wren/core';
import fc from 'fast-check';
import { CHART_SIZE, layOutStrainChart } from './strain-chart-layout.ts';
import { layOutLanes } from '../components/finger-lanes/finger-lanes-layout.ts';
import { layOutDiagram, tickToPoint } from '../components/fingering-diagram/diagram-layout.ts';
import { getDigitColour } from '../components/stroke-symbol/symbol-shapes.ts';
import { listPlayedStrings, layOutSustainBars } from '../components/sustain-chart/sustain-chart-layout.ts';
import {
  WHEEL_SIZE,
  layOutStrokes,
  layOutGroupArcs,
  getStringRadius,
  layOutSlots,
} from '../components/wheel/wheel-layout.ts';

const figure = (text: string, more: Partial<Pattern> = {}, subdivision = 4): Pattern => ({
  ...valueOrThrow(parseStringNotation(text, { subdivision, wholeBeats: true })).pattern,
  ...more,
});

describe('the wheel', () => {
  const pattern = figure('5 3 2 5 3 2 5 3', {}, 2);
  const { digits } = analysePattern(pattern);

  test('begins at the top and goes round with the clock', () => {
    const [first, second] = layOutSlots(pattern);
    expect(first).toMatchObject({ label: '1', x: 0, beat: true });
    expect(first?.y).toBeCloseTo(-WHEEL_SIZE.counts, 1);
    expect(second?.x).toBeGreaterThan(0);
  });

  test('a bead lies on its string’s ring', () => {
    layOutStrokes(pattern, digits).forEach(({ x, y }, index) =>
      expect(Math.hypot(x, y)).toBeCloseTo(getStringRadius(pattern.strokes[index]?.string ?? 1, 6), 1),
    );
    expect(getStringRadius(1, 6)).toBeGreaterThan(getStringRadius(6, 6));
  });

  test('groups are arcs with their lengths; a single group is none', () => {
    expect(layOutGroupArcs(pattern, digits).map(({ label }) => label)).toEqual(['3', '3', '2']);
    expect(layOutGroupArcs(figure('5 3 2 3'), analysePattern(figure('5 3 2 3')).digits)).toEqual([]);
  });

  test('turning the figure turns every bead by the same angle', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 7 }), (slots) => {
        const turned = {
          ...pattern,
          strokes: pattern.strokes.map((stroke) => ({
            ...stroke,
            at: (stroke.at + slots * 420) % patternLength(pattern),
          })),
        };
        const angle = ({ x, y }: { x: number; y: number }): number => Math.atan2(x, -y);
        const full = 2 * Math.PI;
        layOutStrokes(turned, {}).forEach((bead, index) => {
          const before = layOutStrokes(pattern, {})[index];
          const difference = (angle(bead) - angle(before as typeof bead) - (slots * full) / 8 + 4 * full) % full;
          expect(Math.min(difference, full - difference)).toBeLessThan(0.01);
        });
      }),
    );
  });
});

describe('lanes', () => {
  const pattern = figure('5 3 2 1 5 3 2 1', { tempo: 90 });
  const judgement = analysePattern(pattern);
  const layout = layOutDiagram(pattern, 900);
  const lanes = layOutLanes(
    {
      pattern,
      digits: judgement.digits,
      motions: judgement.transitions,
      layout,
      system: layout.systems[0] as never,
      secondsPerTick: secondsPerTick(pattern.metre, pattern.tempo),
    },
    judgement.actuatorLoads.map(({ actuator }) => actuator),
  );

  test('one a digit, the little-finger side on top, marks under their tokens', () => {
    expect(lanes.map(({ striker }) => striker)).toEqual(['a', 'm', 'i', 'p']);
    for (const { marks } of lanes)
      for (const { id, x, string } of marks) {
        const stroke = pattern.strokes.find((one) => one.id === id);
        expect(string).toBe(stroke?.string);
        expect(x).toBe(tickToPoint(layout, stroke?.at ?? 0, string).x);
      }
  });

  test('every stroke is on one lane', () => {
    expect(
      lanes
        .flatMap(({ marks }) => marks)
        .map(({ id }) => id)
        .sort(),
    ).toEqual(pattern.strokes.map(({ id }) => id).sort());
  });

  test('a plant window lies between a stroke and the next, never before the digit is free', () => {
    for (const { ways } of lanes)
      for (const { from, to, plant } of ways) {
        expect(to).toBeGreaterThan(from);
        if (plant) expect(plant.from).toBeGreaterThan(from);
        if (plant) expect(plant.to).toBeLessThanOrEqual(to + 0.01);
      }
  });

  test('the strain of a way is what it needs of the time there is', () => {
    const strains = lanes.flatMap(({ ways }) => ways.map(({ strain }) => strain));
    expect(Math.max(...strains)).toBeCloseTo(
      Math.max(...judgement.transitions.map(({ neededSeconds, availableSeconds }) => neededSeconds / availableSeconds)),
      9,
    );
  });
});

describe('the chart of strain', () => {
  const pattern = createPattern('x', { ...figure('1 1 1 1'), tempo: 100 });
  const { results } = compareSchools(
    pattern,
    valueOrThrow(findSchoolsToCompare(pattern, ['thumb-index:strict', 'alternation:i-m', 'rolling'])),
  );
  const { x, y, lines } = layOutStrainChart(results);

  test('stays on its sheet', () => {
    for (const { end, path } of lines) {
      expect(end.x).toBeLessThanOrEqual(CHART_SIZE.width);
      expect(path).toMatch(/^M/);
      expect(path).not.toMatch(/NaN/);
    }
  });

  test('a line meets 100 % at its ceiling', () => {
    const strict = lines.find(({ school }) => school === 'thumb-index:strict');
    expect(strict?.ceiling).toBeCloseTo((60 * 0.25) / 0.235, 6);
    const points = [...(strict?.path ?? '').matchAll(/(-?[\d.]+),(-?[\d.]+)/g)].map(
      (match) => [Number(match[1]), Number(match[2])] as const,
    );
    const after = points.findIndex(([, height]) => height <= y(1));
    const [a, b] = [points[after - 1] as readonly [number, number], points[after] as readonly [number, number]];
    const meets = a[0] + ((y(1) - a[1]) / (b[1] - a[1])) * (b[0] - a[0]);
    expect(x.invert(meets)).toBeCloseTo((60 * 0.25) / 0.235, 0);
  });

  test('numbers at the ends of lines do not lie on one another', () => {
    for (const one of lines)
      for (const other of lines)
        if (one !== other && Math.abs(one.end.x - other.end.x) < 17)
          expect(Math.abs(one.end.y - other.end.y)).toBeGreaterThanOrEqual(17);
  });
});

test('every digit has a shape and a colour of its own, so that letter, shape and colour say the same', () => {
  const fingers = DIGITS.filter((digit) => digit !== 'up');
  expect(new Set(fingers.map((digit) => getSymbolPath(digit, 10))).size).toBe(fingers.length);
  expect(new Set(fingers.map(getDigitColour)).size).toBe(fingers.length);
  expect(getSymbolPath('down', 10)).not.toBe(getSymbolPath('up', 10));
});

describe('the strings', () => {
  const pattern = figure('5 3 2 3', { bars: 3 });
  const { rings, changes } = analyseStringUsage(pattern, analysePattern(pattern));

  test('each played string has a row, the highest first', () => {
    expect(listPlayedStrings(rings, changes)).toEqual([2, 3, 5]);
  });

  test('a bar begins under its token and ends shortly before the stroke that ends it, or rings on at the edge of the row', () => {
    const layout = layOutDiagram(pattern, 900);
    const system = layout.systems[0]!;
    const [first, second] = layOutSustainBars(rings, 3, layout, system);
    expect(first?.x).toBeCloseTo(tickToPoint(layout, rings.filter(({ string }) => string === 3)[0]!.from, 3).x, 6);
    // The finger that strikes next comes to rest on the string a little before.
    expect(first!.to).toBeLessThan(second!.x);
    expect(first!.to).toBeGreaterThan(first!.x + 0.7 * (second!.x - first!.x));
    for (const string of [2, 3, 5])
      for (const { x, to } of layOutSustainBars(rings, string, layout, system)) {
        expect(to).toBeGreaterThan(x);
        expect(to).toBeLessThanOrEqual(900);
      }
  });
});
