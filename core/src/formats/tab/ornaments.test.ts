import { valueOrThrow } from '../../errors/index.ts';
import { createPattern, type Stroke } from '../../pattern/index.ts';
import { flattenScore } from '../../score/index.ts';
import { exportTab, importTab } from '../index.ts';

/** Marks of the notes on the third line of a tablature, in order. */
const marksOf = (line: string): readonly Partial<Stroke>[] => {
  const blank = '-'.repeat(line.length);
  const text = ['e', 'B', 'G', 'D', 'A', 'E'].map((name, index) => `${name}|${index === 2 ? line : blank}|`).join('\n');
  return valueOrThrow(importTab(text)).pattern.strokes.map(
    ({ id: _id, at: _at, string: _string, pin: _pin, ...marks }) => marks,
  );
};

describe('signs of ornaments in tablature (common practice, no source)', () => {
  test.each<[string, string, readonly Partial<Stroke>[]]>([
    ['a bend of a whole tone', '-7b9------------', [{ fret: 7, bend: { semitones: 2 } }]],
    ['a bend of a half tone in brackets', '-7b(8)----------', [{ fret: 7, bend: { semitones: 1 } }]],
    ['a bend let down', '-7b9r7----------', [{ fret: 7, bend: { semitones: 2, isReleased: true } }]],
    ['a quarter tone', '-7b7.5----------', [{ fret: 7, bend: { semitones: 0.5 } }]],
    ['a bend that does not say how far', '-7b-------5-----', [{ fret: 7, bend: { semitones: 2 } }, { fret: 5 }]],
    ['vibrato', '-7~~~-----5-----', [{ fret: 7, vibrato: true }, { fret: 5 }]],
    ['a trill', '-7tr8-----------', [{ fret: 7, trill: 1 }]],
    ['a hammered grace note', '-g5h7-----5-----', [{ fret: 7, grace: { frets: -2, slur: 'hammer-on' } }, { fret: 5 }]],
    ['a slide from nowhere', '-/7-------------', [{ fret: 7, slideIn: 'below' }]],
    ['a slide off downward', '-7\\\\-----5-----'.replace('\\\\', '\\'), [{ fret: 7, slideOut: 'below' }, { fret: 5 }]],
    ['a slide to a note', '-5/7------------', [{ fret: 5 }, { fret: 7, slur: 'slide' }]],
    ['a slide with a dash between', '-5-/-7----------', [{ fret: 5 }, { fret: 7, slur: 'slide' }]],
    ['a tap', '-t12----5-------', [{ fret: 12, tapped: true }, { fret: 5 }]],
    ['a tap written behind', '-12t----5-------', [{ fret: 12, tapped: true }, { fret: 5 }]],
    [
      'a pull-off from a tap',
      '-t12p5----------',
      [
        { fret: 12, tapped: true },
        { fret: 5, slur: 'pull-off' },
      ],
    ],
    ['a dead note', '-x-----5--------', [{ dead: true }, { fret: 5 }]],
  ])('%s', (_name, line, expected) => {
    expect(marksOf(line)).toMatchObject(expected);
    expect(marksOf(line)).toHaveLength(expected.length);
  });

  test('what is written is read back', () => {
    const marks: readonly Partial<Stroke>[] = [
      { bend: { semitones: 1.5 } },
      { bend: { semitones: 2, isReleased: true } },
      { trill: 2 },
      { vibrato: true },
      { grace: { frets: 2, slur: 'pull-off' } },
      { grace: { frets: -1 } },
      { slideOut: 'above' },
      { tapped: true },
      { dead: true },
    ];
    const strokes = marks.map((mark, index) => ({ id: `s${index}`, at: 420 * index, string: 3, fret: 7, ...mark }));
    const pattern = createPattern('P', { bars: 2, cyclic: false, subdivision: 2, strokes });
    const text = exportTab(
      flattenScore(pattern),
      strokes.map(() => 'i' as const),
      'one-per-string',
    );
    const back = valueOrThrow(importTab(text)).pattern.strokes;
    expect(back.map(({ at }) => at)).toEqual(strokes.map(({ at }) => at));
    back.forEach((stroke, index) => expect(stroke).toMatchObject(marks[index] as Partial<Stroke>));
  });
});
