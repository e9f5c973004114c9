import fc from 'fast-check';
import { valueOrThrow } from '../errors/index.ts';
import { createDrillGrid, findAxes, VARIATION_AXES } from '../drills/index.ts';
import { parsePattern, parseStringNotation } from '../formats/index.ts';
import { createLadder } from '../practice/index.ts';
import { createPattern, findEndings, soundEndings, type Pattern, type Stroke } from '../pattern/index.ts';
import { ticksPerBar } from '../time/index.ts';
import { applyPatternEdit, type AnyPatternEdit } from './pattern-edit.ts';
import { doubleNoteValues } from '../transform/index.ts';
import { createIdGenerator } from './ids.ts';
import { createEndingsEdit, createPassBarsEdit, withEndingsFollowed } from './endings-edits.ts';

/** A pattern of quarters in 4/4, a digit for the string of each, a dot for a rest, bars apart. */
const figure = (line: string): Pattern => {
  const bars = line.split('|');
  const strokes = bars.flatMap((bar, index) =>
    [...bar].flatMap((string, beat): Stroke[] =>
      string === '.' ? [] : [{ id: `${index}/${beat}`, at: (index * 4 + beat) * 840, string: Number(string) }],
    ),
  );
  return createPattern('P', { bars: bars.length, strokes });
};

const lineOf = ({ bars, strokes, metre }: Pattern): string =>
  Array.from({ length: bars }, (_, bar) =>
    [0, 1, 2, 3]
      .map((beat) => strokes.find(({ at }) => at === bar * ticksPerBar(metre) + beat * 840)?.string ?? '.')
      .join(''),
  ).join('|');

const done = (pattern: Pattern, edit: AnyPatternEdit): Pattern =>
  valueOrThrow(applyPatternEdit(pattern, withEndingsFollowed(pattern, edit))).document;

const TWO = { times: 2, bars: 1 };

const withEndings = (line: string, endings = TWO): Pattern =>
  done(figure(line), createEndingsEdit(figure(line), endings));

describe('a figure gets endings', () => {
  test('its bars come twice, the last of each time being its ending', () => {
    const two = withEndings('5321|4321');
    expect(lineOf(two)).toBe('5321|4321|5321|4321');
    expect(two.endings).toEqual(TWO);
    expect(new Set(two.strokes.map(({ id }) => id)).size).toBe(16);
  });

  test('chords, cut beats and a short last bar come along', () => {
    const [, am] = [0, { chord: 'Am', frets: [0, 1, 2, 2, 0, null].reverse() }] as const;
    const song = {
      ...figure('5321|4321'),
      chordChanges: [{ at: 3360, voicing: am }],
      divisions: [{ beat: 5, parts: 3 }],
      ends: 5880,
    };
    const short = { ...song, strokes: song.strokes.filter(({ at }) => at < 5880) };
    const two = done(short, createEndingsEdit(short, TWO));
    expect(two.chordChanges?.map(({ at, voicing }) => `${at} ${voicing.chord}`)).toEqual([
      '3360 Am',
      '6720 C',
      '10080 Am',
    ]);
    expect(two.divisions).toEqual([
      { beat: 5, parts: 3 },
      { beat: 13, parts: 3 },
    ]);
    expect(two.ends).toBe(6720 + 5880);
  });

  test('bars that are such a figure already are taken as they stand, with as long endings as differ', () => {
    const written = figure('5321|4321|6...|5321|4321|4...');
    expect(done(written, createEndingsEdit(written, { times: 2, bars: 2 })).endings).toEqual(TWO);
    expect(findEndings(written, 2)).toEqual(TWO);
    expect(findEndings(written, 3)).toBeUndefined();
  });

  test('one bar alone has no room for them', () => {
    expect(applyPatternEdit(figure('5321'), createEndingsEdit(figure('5321'), TWO)).ok).toBe(false);
  });

  test('a third ending is added, and one of two taken away again', () => {
    const two = done(withEndings('5321|4321'), { kind: 'remove', ids: ['1/3'] });
    const three = done(two, createEndingsEdit(two, { times: 3, bars: 1 }));
    expect(lineOf(three)).toBe('5321|432.|5321|4321|5321|4321');
    expect(lineOf(done(three, createEndingsEdit(three, TWO)))).toBe('5321|432.|5321|4321');
  });

  test('without endings all bars stay as they are written out', () => {
    const two = withEndings('5321|4321');
    expect(done(two, createEndingsEdit(two, undefined))).toEqual({ ...two, endings: undefined });
  });
});

describe('a change goes through the whole figure', () => {
  const two = withEndings('53..|43..');

  test('a note put in the second time through comes in the first as well', () => {
    const edit = { kind: 'put', strokes: [{ id: 'new', at: (8 + 2) * 840, string: 1, accent: true }] } as const;
    const after = done(two, edit);
    expect(lineOf(after)).toBe('531.|43..|531.|43..');
    expect(after.strokes.filter(({ accent }) => accent)).toHaveLength(2);
  });

  test('a note of an ending is its own', () => {
    expect(lineOf(done(two, { kind: 'put', strokes: [{ id: 'new', at: 6 * 840, string: 1 }] }))).toBe(
      '53..|431.|53..|43..',
    );
  });

  test('strokes of the other times keep their names, and one step back takes all back', () => {
    const edit = withEndingsFollowed(two, { kind: 'remove', ids: ['0/1'] });
    const { document, inverse } = valueOrThrow(applyPatternEdit(two, edit));
    expect(lineOf(document)).toBe('5...|43..|5...|43..');
    expect(document.strokes.every(({ id }) => two.strokes.some((stroke) => stroke.id === id))).toBe(true);
    expect(valueOrThrow(applyPatternEdit(document, inverse)).document).toEqual(two);
  });

  test('changed in two ways at once, it is no longer one figure', () => {
    const strokes = [
      { id: 'a', at: 2 * 840, string: 1 },
      { id: 'b', at: 10 * 840, string: 2 },
    ];
    const after = done(two, { kind: 'put', strokes });
    expect(after.endings).toBeUndefined();
    expect(lineOf(after)).toBe('531.|43..|532.|43..');
  });

  test('a chord over a bar all share is held each time', () => {
    const am = { chord: 'Am', frets: [null, 0, 2, 2, 1, 0] };
    const after = done(two, {
      kind: 'setChordChanges',
      chordChanges: [
        { at: 1680, voicing: am },
        { at: 3360, voicing: two.voicing },
      ],
    });
    expect(after.chordChanges?.map(({ at, voicing }) => `${at} ${voicing.chord}`)).toEqual([
      '1680 Am',
      '3360 C',
      '8400 Am',
      '10080 C',
    ]);
  });
});

describe('another length', () => {
  const two = withEndings('5321|4321|6...') as Pattern & { readonly endings: typeof TWO };

  test('bars are added and left out before the endings', () => {
    expect(lineOf(done(two, createPassBarsEdit(two, 4)))).toBe('5321|4321|....|6...|5321|4321|....|6...');
    expect(lineOf(done(two, createPassBarsEdit(two, 2)))).toBe('5321|6...|5321|6...');
  });

  test('a number of bars that is no such figure gives the endings up, and they come back', () => {
    const { document, inverse } = valueOrThrow(applyPatternEdit(two, { kind: 'setBars', bars: 7 }));
    expect(document.endings).toBeUndefined();
    expect(valueOrThrow(applyPatternEdit(document, inverse)).document.endings).toEqual(TWO);
  });
});

test('whatever is put or taken away, all times through stay alike, and undo brings back what was', () => {
  const start = withEndings('53..|4.2.|6...', { times: 3, bars: 1 });
  const cell = fc.record({ at: fc.integer({ min: 0, max: 35 }), string: fc.integer({ min: 1, max: 5 }) });
  const step = fc.oneof(
    cell.map(
      ({ at, string }) => ({ kind: 'put', strokes: [{ id: `x${at}/${string}`, at: at * 840, string }] }) as const,
    ),
    fc.nat(30).map((index) => ({ kind: 'nth', index }) as const),
  );
  fc.assert(
    fc.property(fc.array(step, { maxLength: 8 }), (steps) => {
      let pattern = start;
      const back: AnyPatternEdit[] = [];
      for (const one of steps) {
        const id = one.kind === 'nth' ? pattern.strokes[one.index % pattern.strokes.length]?.id : undefined;
        const edit: AnyPatternEdit = one.kind === 'nth' ? { kind: 'remove', ids: id ? [id] : [] } : one;
        const result = applyPatternEdit(pattern, withEndingsFollowed(pattern, edit));
        if (!result.ok) continue;
        back.push(result.value.inverse);
        pattern = result.value.document;
        expect(soundEndings(pattern)).toEqual({ times: 3, bars: 1 });
      }
      for (const edit of back.reverse()) pattern = valueOrThrow(applyPatternEdit(pattern, edit)).document;
      expect(pattern).toEqual(start);
    }),
    { seed: 29, numRuns: 100 },
  );
});

test('in notes twice as long the endings are twice as long', () => {
  const two = withEndings('5321|4321');
  const edit = valueOrThrow(doubleNoteValues(two, [], createIdGenerator(two)));
  const long = done(two, edit);
  expect(long).toMatchObject({ bars: 8, endings: { times: 2, bars: 2 } });
  expect(soundEndings(long)).toEqual({ times: 2, bars: 2 });
});

test('an edit that goes to one time through alone gives the endings up, and undo brings them back', () => {
  const two = withEndings('53..|43..');
  const { document, inverse } = valueOrThrow(applyPatternEdit(two, { kind: 'remove', ids: ['0/1'] }));
  expect(document.endings).toBeUndefined();
  expect(lineOf(document)).toBe('5...|43..|53..|43..');
  expect(valueOrThrow(applyPatternEdit(document, inverse)).document).toEqual(two);
});

test('a file that says endings it has not holds bars like any others', () => {
  const two = withEndings('53..|43..');
  const other = { ...two, strokes: two.strokes.slice(1) };
  expect(valueOrThrow(parsePattern(other)).endings).toBeUndefined();
  expect(valueOrThrow(parsePattern(two)).endings).toEqual(TWO);
});

test.each(VARIATION_AXES.map(({ key }) => key))('drills by %s say endings only where they have them', (key) => {
  const two = withEndings('5321|4321');
  const { cells } = valueOrThrow(createDrillGrid(two, valueOrThrow(findAxes([key]))));
  for (const { pattern } of cells) if (pattern) expect(soundEndings(pattern)).toEqual(pattern.endings);
});

test('stages to a figure say endings only where they have them', () => {
  const two = withEndings('5321|4321');
  const { stages } = valueOrThrow(createLadder(two, { target: 80 }));
  for (const { pattern } of stages) expect(soundEndings(pattern)).toEqual(pattern.endings);
});

test('a pattern without endings is changed as ever', () => {
  const { pattern } = valueOrThrow(parseStringNotation('5 3 2 3'));
  const edit = { kind: 'remove', ids: [pattern.strokes[0]?.id ?? ''] } as const;
  expect(withEndingsFollowed(pattern, edit)).toBe(edit);
});
