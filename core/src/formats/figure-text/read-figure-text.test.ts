import { valueOrThrow } from '../../errors/index.ts';
import { applyPatternEdit } from '../../edit/index.ts';
import { createPattern, findStoppedFret, type Pattern } from '../../pattern/index.ts';
import { createPutFigureEdit, createReplaceByFigureEdit } from '../../transform/index.ts';
import { readFigureText } from '../index.ts';

const bench = createPattern('P', { subdivision: 2 });
const at = (text: string, pattern: Pattern = bench): readonly string[] =>
  valueOrThrow(readFigureText(text, pattern)).strokes.map(
    ({ at: time, string, pin }) => `${time / 420}:${string}${pin ? ` ${pin}` : ''}`,
  );

describe('a line typed on the bench (expected values by hand)', () => {
  test.each<[string, string, readonly string[]]>([
    ['strings with a pinch', '6 3 2+1 2', ['0:6', '1:3', '2:2', '2:1', '3:2']],
    ['commas and rests', '5, -, 3', ['0:5', '2:3']],
    ['fingers on a C chord', 'p i m a', ['0:5 p', '1:3 i', '2:2 m', '3:1 a']],
    ['fingers in one word', 'pima', ['0:5 p', '1:3 i', '2:2 m', '3:1 a']],
    ['a pinch of fingers and a rest', 'p+a - i m', ['0:5 p', '0:1 a', '2:3 i', '3:2 m']],
    ['t for the thumb', 't i m', ['0:5 p', '1:3 i', '2:2 m']],
  ])('%s', (_name, text, expected) => {
    expect(at(text)).toEqual(expected);
  });

  test('frets after a colon are the notes’ own', () => {
    const { strokes } = valueOrThrow(readFigureText('5:3 5:5', bench));
    expect(strokes.map(({ fret }) => fret)).toEqual([3, 5]);
  });

  test('tablature keeps its frets whatever chord the bench holds', () => {
    const tab = ['e|-----0-|', 'B|---1---|', 'G|-0-----|', 'D|-------|', 'A|-3-----|', 'E|-------|'].join('\n');
    const read = valueOrThrow(
      readFigureText(tab, createPattern('P', { voicing: { chord: 'Em', frets: [0, 2, 2, 0, 0, 0] } })),
    );
    expect(read.kind).toBe('tablature');
    expect(read.strokes.map(({ string, fret }) => `${string}/${fret}`)).toEqual(['5/3', '3/0', '2/1', '1/0']);
  });

  test.each(['6 9 2', 'hello', ''])('%j is refused in a sentence', (text) => {
    expect(readFigureText(text, bench).ok).toBe(false);
  });
});

let count = 0;
const newId = (): string => `n${(count += 1)}`;

describe('put on the bench', () => {
  const roll = valueOrThrow(readFigureText('5 3 2 1 2 3 5 3 2 1', bench));

  test('from a tick on, growing by bars, leaving what is beside it', () => {
    const start = createPattern('P', { subdivision: 2, strokes: [{ id: 'a', at: 0, string: 6, fret: 0 }] });
    const after = valueOrThrow(
      applyPatternEdit(start, valueOrThrow(createPutFigureEdit(start, roll, 420, newId))),
    ).document;
    expect(after.bars).toBe(2);
    expect(after.strokes).toHaveLength(11);
    expect(after.strokes[0]).toMatchObject({ id: 'a', at: 0, string: 6 });
    expect(after.strokes[1]).toMatchObject({ at: 420, string: 5 });
  });

  test('in the place of everything: as many bars as it takes, one step back', () => {
    const start = createPattern('P', { subdivision: 2, bars: 4, strokes: [{ id: 'a', at: 840 * 13, string: 1 }] });
    const { document, inverse } = valueOrThrow(
      applyPatternEdit(start, valueOrThrow(createReplaceByFigureEdit(start, roll, newId))),
    );
    expect([document.bars, document.strokes.length]).toEqual([2, 10]);
    expect(valueOrThrow(applyPatternEdit(document, inverse)).document).toEqual(start);
  });

  test('what is put down is what was read', () => {
    const start = createPattern('P', { subdivision: 4 });
    const figure = valueOrThrow(readFigureText('5:3 4:2 3:0 2:1', start));
    const after = valueOrThrow(
      applyPatternEdit(start, valueOrThrow(createReplaceByFigureEdit(start, figure, newId))),
    ).document;
    expect(after.strokes.map((stroke) => findStoppedFret(after, stroke))).toEqual([3, 2, 0, 1]);
    expect(after.strokes.map(({ at: time }) => time)).toEqual([0, 210, 420, 630]);
  });
});
