import {
  VARIATION_AXES,
  addThumbPulse,
  findAxes,
  compareSchools,
  shiftInTime,
  createDrillGrid,
  applyPatternEdit,
  fingerPattern,
  createIdGenerator,
  analysePattern,
  listUnsupportedFeatures,
  createPattern,
  validatePattern,
  parsePattern,
  flattenScore,
  doubleLength,
  createResizeEdit,
  reverseStrokes,
  findSchoolsToCompare,
  analyseStringUsage,
  valueOrThrow,
  exportMidi,
  exportTab,
  type AnyPatternEdit,
  type CustomSchool,
  type Pattern,
  type Stroke,
  type PatternTransform,
} from '../src/index.ts';

/** Things that were once wrong when tried from outside, each held so that it does not come back. */

const withStrokes = (strokes: readonly Stroke[], more: Partial<Pattern> = {}): Pattern =>
  createPattern('Tried', { strokes, ...more });

const done = (pattern: Pattern, change: AnyPatternEdit): Pattern =>
  valueOrThrow(applyPatternEdit(pattern, change)).document;

const apply = (pattern: Pattern, transform: PatternTransform): Pattern =>
  done(pattern, valueOrThrow(transform(pattern, [], createIdGenerator(pattern))));

describe('tablature', () => {
  test('writes the fret of a stroke itself, its slur, its harmonic, a dead string, a repeat', () => {
    const pattern = withStrokes([
      { id: 'a', at: 0, string: 3, fret: 2 },
      { id: 'b', at: 210, string: 3, fret: 4, slur: 'hammer-on' },
      { id: 'c', at: 420, string: 2, harmonic: { kind: 'natural', touch: 12 } },
      { id: 'd', at: 630, string: 6 },
    ]);
    const text = exportTab(flattenScore(pattern), [], 'School');
    expect(text).toMatch(/^G {2}3 \|-2-+h4/m);
    expect(text).toMatch(/^B {2}2 \|-+<12>/m);
    expect(text).toMatch(/^E {2}6 \|-+x/m);
    expect(text).toMatch(/:\|\|$/m);
  });
});

describe('strokes on muted strings', () => {
  test('are counted where MIDI and MusicXML leave them out', () => {
    const pattern = withStrokes([
      { id: 'a', at: 0, string: 6 },
      { id: 'b', at: 210, string: 6 },
      { id: 'c', at: 420, string: 1 },
    ]);
    for (const format of ['midi', 'musicxml'] as const) {
      const left = listUnsupportedFeatures(flattenScore(pattern), format).filter(
        ({ code }) => code === 'muted-left-out',
      );
      expect(left).toMatchObject([{ details: { value: 2 } }]);
    }
    expect(exportMidi(flattenScore(pattern)).length).toBeGreaterThan(0);
  });
});

describe('pitches', () => {
  test('beyond what MIDI has are refused before anything is written', () => {
    const instrument = { tuning: 'own', pitches: [40, 45, 50, 55, 59, 127], capo: 0, frets: 21 };
    const read = parsePattern({ ...withStrokes([{ id: 'a', at: 0, string: 1, fret: 21 }]), instrument });
    expect(read).toMatchObject({ ok: false });
  });
});

describe('transforms', () => {
  test('the thumb added twice over takes no stroke’s name, and moves nothing', () => {
    const pattern = withStrokes([
      { id: 'n1', at: 0, string: 2 },
      { id: 'n2', at: 420, string: 1 },
    ]);
    const once = apply(pattern, addThumbPulse);
    expect(once.strokes.filter(({ id }) => id === 'n1' || id === 'n2')).toEqual(pattern.strokes);
    expect(new Set(once.strokes.map(({ id }) => id)).size).toBe(once.strokes.length);
    const moved = apply(once, shiftInTime(210));
    const again = apply(moved, addThumbPulse);
    expect(new Set(again.strokes.map(({ id }) => id)).size).toBe(again.strokes.length);
    expect(again.strokes.length).toBeGreaterThan(moved.strokes.length);
  });

  test('twice and twice again works', () => {
    const pattern = withStrokes([{ id: 'n1', at: 0, string: 2 }]);
    expect(apply(apply(pattern, doubleLength), doubleLength).strokes).toHaveLength(4);
  });

  test('a hammer-on played backwards is a pull-off to the other note', () => {
    const pattern = withStrokes(
      [
        { id: 'a', at: 0, string: 3, fret: 0 },
        { id: 'b', at: 210, string: 3, fret: 2, slur: 'hammer-on' },
      ],
      { cyclic: false },
    );
    const back = apply(pattern, reverseStrokes);
    expect(back.strokes.map(({ id, slur }) => [id, slur])).toEqual([
      ['b', undefined],
      ['a', 'pull-off'],
    ]);
  });

  test('a pattern whose last beat is cut otherwise can be made shorter and re-metred', () => {
    const pattern = withStrokes([{ id: 'a', at: 0, string: 5 }], {
      bars: 2,
      divisions: [
        { beat: 0, parts: 3 },
        { beat: 7, parts: 3 },
      ],
    });
    const shorter = done(pattern, createResizeEdit(pattern, { bars: 1 }));
    expect(shorter.divisions).toEqual([{ beat: 0, parts: 3 }]);
    const other = done(pattern, createResizeEdit(pattern, { metre: { beats: 3, unit: 4 } }));
    expect(validatePattern(other)).toEqual([]);
  });
});

describe('fingering', () => {
  test('a digit pinned to two strings of a chord: those pins yield, every rule stays, and it is bounded', () => {
    const strokes: Stroke[] = [
      { id: 'a', at: 0, string: 5, pin: 'i' },
      { id: 'b', at: 0, string: 3, pin: 'i' },
      { id: 'c', at: 0, string: 2 },
      { id: 'd', at: 0, string: 1 },
    ];
    const { digits, conflicts } = fingerPattern(withStrokes(strokes));
    expect(conflicts).toHaveLength(1);
    // The pins stay and are named; what is not pinned keeps the rules: fingers in order, no digit twice.
    expect(digits).toEqual(['i', 'i', 'm', 'a']);
  });

  test('a harp harmonic whose touch lies beyond the neck is said', () => {
    const pattern = withStrokes([{ id: 'a', at: 0, string: 3, fret: 12, harmonic: { kind: 'harp', touch: 24 } }]);
    expect(analysePattern(pattern).warnings.map(({ strokes }) => strokes)).toContainEqual(['a']);
  });

  test('swing takes time from the second of a pair: the ceiling is lower', () => {
    const strokes = [0, 420, 840, 1260].map((at, index): Stroke => ({ id: String(index), at, string: 3, pin: 'i' }));
    const even = withStrokes(strokes, { subdivision: 2, cyclic: false });
    expect(analysePattern({ ...even, swing: 70 }).limit?.maxTempo).toBeLessThan(
      analysePattern(even).limit?.maxTempo ?? 0,
    );
  });
});

describe('bad input', () => {
  test('text with NUL or half a character is refused with its place', () => {
    for (const name of ['a\u0000b', 'a\ud800'])
      expect(parsePattern({ ...withStrokes([]), name })).toMatchObject({
        ok: false,
        problems: [{ code: 'field-wrong' }],
      });
  });

  test('200,000 malformed strokes give a list cut off at 20', () => {
    const strokes = Array.from({ length: 200_000 }, () => 7);
    const read = parsePattern({ ...withStrokes([]), strokes });
    expect(read.ok).toBe(false);
    expect(read.ok ? 0 : read.problems.length).toBeLessThanOrEqual(20);
  });
});

describe('drill grids', () => {
  const axis = (key: string): string => {
    const found = VARIATION_AXES.find((one) => one.key.includes(key));
    return found?.key ?? '';
  };

  test('the strings axis says why, on an empty pattern and on one bound to the chord', () => {
    const bound = withStrokes([{ id: 'a', at: 0, string: 5, role: 'bass' }]);
    for (const pattern of [withStrokes([]), bound]) {
      const grid = createDrillGrid(pattern, valueOrThrow(findAxes([axis('strings')])));
      if (grid.ok) expect(grid.value.cells.length).toBeGreaterThan(0);
      else expect(grid.problems[0]?.code).toBe('cannot-transform');
    }
  });

  test('drills of different grids never share a name', () => {
    const pattern = withStrokes([
      { id: 'a', at: 0, string: 5 },
      { id: 'b', at: 210, string: 3 },
      { id: 'c', at: 420, string: 2 },
      { id: 'd', at: 630, string: 3 },
    ]);
    const names = [axis('displacement'), axis('lead')].map((key) => {
      const grid = valueOrThrow(createDrillGrid(pattern, valueOrThrow(findAxes([key]))));
      return grid.cells.map(({ pattern: drill }) => drill?.name ?? '');
    });
    const [first = [], second = []] = names;
    expect(first.filter((name) => name !== pattern.name && second.includes(name))).toEqual([]);
  });
});

test('two schools of a studio’s own can be compared', () => {
  const school = (id: string): CustomSchool => ({
    id,
    name: id,
    base: 'one-per-string',
    homes: {},
    weights: {},
    digits: ['p', 'i', 'm', 'a'],
  });
  const pattern = withStrokes([
    { id: 'a', at: 0, string: 5 },
    { id: 'b', at: 210, string: 3 },
  ]);
  const own = ['first', 'second'].map(school);
  const asked = findSchoolsToCompare(pattern, ['own:first', 'own:second'], own);
  expect(asked.ok).toBe(true);
  if (asked.ok) expect(compareSchools(pattern, asked.value).results).toHaveLength(2);
});

test('a study of strings needs no judgement of another pattern', () => {
  const pattern = withStrokes([{ id: 'a', at: 0, string: 5 }]);
  expect(analyseStringUsage(pattern, analysePattern(pattern)).rings).toHaveLength(1);
});
