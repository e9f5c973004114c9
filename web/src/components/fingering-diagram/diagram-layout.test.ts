import fc from 'fast-check';
import { createPattern, patternLength, subdivisionTicks, type Pattern } from '@fleet-wren/core';
import { splitIntoSystems, layOutSlurs, layOutFingerPaths, type SystemContents } from './system-contents.ts';
import {
  DIAGRAM_SPACING,
  pointToCell,
  tickToCursor,
  layOutDiagram,
  tickToPoint,
  findStrokesInBox,
  type DiagramSystem,
} from './diagram-layout.ts';

const patterns = fc
  .record({
    beats: fc.integer({ min: 1, max: 8 }),
    bars: fc.integer({ min: 1, max: 6 }),
    subdivision: fc.constantFrom(1, 2, 3, 4, 6),
  })
  .map(({ beats, bars, subdivision }) => createPattern('Any', { metre: { beats, unit: 4 }, bars, subdivision }));
const widths = fc.integer({ min: 500, max: 1600 });

test('the cell under the middle of a token is the token’s own', () => {
  fc.assert(
    fc.property(patterns, widths, fc.nat(1000), fc.integer({ min: 1, max: 6 }), (pattern, width, place, string) => {
      const layout = layOutDiagram(pattern, width);
      const slots = patternLength(pattern) / subdivisionTicks(pattern);
      const at = (place % slots) * subdivisionTicks(pattern);
      const { x, y } = tickToPoint(layout, at, string);
      expect(pointToCell(layout, x, y)).toEqual({ at, string });
    }),
    { seed: 71 },
  );
});

test('nothing is wider than the page, whatever the metre', () => {
  fc.assert(
    fc.property(patterns, widths, (pattern, width) => {
      const layout = layOutDiagram(pattern, width);
      for (const { barLines, slots } of layout.systems)
        for (const x of [...barLines, ...slots.map((slot) => slot.x)])
          expect(x).toBeLessThanOrEqual(width - DIAGRAM_SPACING.right + 0.01);
      expect(layout.systems.reduce((sum, { bars }) => sum + bars, 0)).toBe(pattern.bars);
    }),
    { seed: 72 },
  );
});

test('the cursor moves to the right within a system and down from system to system', () => {
  const pattern = createPattern('Long', { bars: 4 });
  const layout = layOutDiagram(pattern, 820);
  const points = Array.from({ length: 64 }, (_, slot) => tickToCursor(pattern, layout, slot * 210));
  points.slice(1).forEach((point, index) => {
    const before = points[index] as typeof point;
    expect(point.top > before.top || point.x > before.x).toBe(true);
  });
});

test('each striker has one thread, and pinches do not split it', () => {
  const pattern: Pattern = createPattern('Pinch', {
    strokes: [
      { id: 'a', at: 0, string: 5 },
      { id: 'b', at: 0, string: 2 },
      { id: 'c', at: 840, string: 4 },
      { id: 'd', at: 1260, string: 2 },
    ],
  });
  const layout = layOutDiagram(pattern, 800);
  const [contents] = splitIntoSystems(pattern, { a: 'p', b: 'm', c: 'p', d: 'm' }, layout);
  const threads = layOutFingerPaths(contents as SystemContents, layout, layout.systems[0] as DiagramSystem);
  expect(threads.map(({ striker }) => striker)).toEqual(['p', 'm']);
  expect(threads[0]?.path).toMatch(/^M\d+(\.\d)?,\d+(\.\d)?C/);
  // Two tokens of a digit: one curve between them.
  expect(threads.map(({ path }) => path.split('C').length)).toEqual([2, 2]);
});

test('a beat cut in its own parts has its own slots, and a click finds them', () => {
  const pattern = createPattern('Push', { divisions: [{ beat: 3, parts: 6 }] });
  const layout = layOutDiagram(pattern, 900);
  expect(layout.systems[0]?.slots).toHaveLength(18);
  const { x, y } = tickToPoint(layout, 2520 + 140, 2);
  expect(pointToCell(layout, x, y)).toEqual({ at: 2660, string: 2 });
});

test('a slur is an arc from the note before on its string', () => {
  const pattern = createPattern('Slur', {
    strokes: [
      { id: 'a', at: 0, string: 3 },
      { id: 'b', at: 210, string: 3, fret: 2, slur: 'hammer-on' },
      { id: 'c', at: 420, string: 2, slur: 'slide' },
    ],
  });
  const layout = layOutDiagram(pattern, 900);
  const [contents] = splitIntoSystems(pattern, {}, layout);
  const arcs = layOutSlurs(contents as SystemContents, layout, layout.systems[0] as DiagramSystem);
  expect(arcs.map(({ id, letter }) => id + letter)).toEqual(['bh']);
});

test('a rectangle chooses the strokes whose tokens lie in it', () => {
  const pattern = createPattern('Box', {
    strokes: [
      { id: 'a', at: 0, string: 5 },
      { id: 'b', at: 840, string: 2 },
      { id: 'c', at: 1680, string: 5 },
    ],
  });
  const layout = layOutDiagram(pattern, 900);
  const [first, second] = [tickToPoint(layout, 0, 5), tickToPoint(layout, 840, 2)];
  expect(
    findStrokesInBox(pattern, layout, {
      left: first.x - 5,
      top: second.y - 5,
      right: second.x + 5,
      bottom: first.y + 5,
    }),
  ).toEqual(['a', 'b']);
});

describe('contents of systems', () => {
  const line = (bars: number): Pattern =>
    createPattern('Long', {
      bars,
      strokes: Array.from({ length: bars * 16 }, (_, slot) => ({
        id: `s${slot}`,
        at: slot * 210,
        string: (slot % 3) + 1,
      })),
    });
  const digitsFor = ({ strokes }: Pattern): Record<string, 'm'> =>
    Object.fromEntries(strokes.map(({ id }) => [id, 'm' as const]));

  test('every stroke lies in the system of its time, once', () => {
    const pattern = line(9);
    const layout = layOutDiagram(pattern, 900);
    const contents = splitIntoSystems(pattern, {}, layout);
    expect(contents.flatMap(({ strokes }) => strokes)).toEqual(pattern.strokes);
    contents.forEach(({ strokes }, index) => {
      const { fromTick, toTick } = layout.systems[index] as DiagramSystem;
      expect(strokes.every(({ at }) => at >= fromTick && at < toTick)).toBe(true);
    });
  });

  test('after an edit only the system it lies in is another value', () => {
    const pattern = line(12);
    const layout = layOutDiagram(pattern, 900);
    const before = splitIntoSystems(pattern, digitsFor(pattern), layout);
    const strokes = pattern.strokes.map((one) => (one.id === 's40' ? { ...one, accent: true as const } : one));
    const after = splitIntoSystems({ ...pattern, strokes }, digitsFor(pattern), layout, before);
    const changed = after.flatMap((one, index) => (one === before[index] ? [] : [index]));
    expect(changed).toEqual([Math.floor((40 * 210) / layout.ticksPerSystem)]);
  });

  test('a thread comes in from the system before and goes out to the next', () => {
    const pattern = line(12);
    const layout = layOutDiagram(pattern, 900);
    const contents = splitIntoSystems(pattern, digitsFor(pattern), layout);
    const paths = layout.systems.map(
      (system, index) => layOutFingerPaths(contents[index] as SystemContents, layout, system)[0]?.path,
    );
    expect(paths[0]?.startsWith(`M${DIAGRAM_SPACING.left},`)).toBe(false);
    expect(paths[1]?.startsWith(`M${DIAGRAM_SPACING.left},`)).toBe(true);
    expect(paths[0]?.includes(`${900 - DIAGRAM_SPACING.right},`)).toBe(true);
    expect(paths.at(-1)?.includes(`${900 - DIAGRAM_SPACING.right},`)).toBe(false);
  });
});
