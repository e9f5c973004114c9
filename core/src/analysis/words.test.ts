import { costItems, taskOf, type Digits, type Family } from '../fingering/index.ts';
import { readFigure } from '../formats/index.ts';
import { valueOrThrow } from '../errors/index.ts';
import { DIGITS, digitMark, digitWord, type Digit, type Pattern } from '../pattern/index.ts';
import { ceilingFigure, digitsInOrder, explain, judge } from './index.ts';
import { costText } from './words.ts';

const figure = (text: string, school: string, more: Partial<Pattern> = {}): Pattern => ({
  ...valueOrThrow(readFigure(text, { subdivision: 4, school, tempo: 120 })).pattern,
  ...more,
});

/** Digits from their marks: `v` and `^` are the pick down and up, `-` is nobody. */
const played = (marks: string): Digits =>
  [...marks.replaceAll(' ', '')].map((mark) => DIGITS.find((digit) => digitMark(digit) === mark) ?? null);

/** What a fingering costs in a family, said as the bench says it. */
const said = (pattern: Pattern, digits: Digits, family: Family): readonly string[] => {
  const task = taskOf(pattern);
  return costItems(task, digits)
    .filter((item) => item.family === family && item.amount > 0)
    .map(
      (item) =>
        `${digits[item.stroke] ? digitWord(digits[item.stroke] as Digit) : 'stroke'} ${costText(task, digits, item)}`,
    );
};

describe('a cost is said in a teacher’s words', () => {
  test.each<[Family, string, string, string, string]>([
    ['home', '5 2 2 1', 'one-per-string', 'p i m a', 'i is a string away from home'],
    ['home', '5 1 2 1', 'one-per-string', 'p i m a', 'i is 2 strings away from home'],
    ['ease', '5 3 2 1', 'one-per-string', 'p i m a', 'a is the weaker finger'],
    ['ease', '3 3 3 3', 'alternate', 'v ^ v ^', 'the pick, up is the weaker stroke'],
    ['thumb up', '2 3 2 1', 'one-per-string', 'p i m a', 'p leaves the bass strings'],
    ['repeat', '5 3 3 1', 'one-per-string', 'p i i a', 'i plays twice running, 0.13 s apart'],
    ['cross', '5 2 3 1', 'one-per-string', 'p i m a', 'm crosses i'],
    ['span', '5 3 1 2', 'one-per-string', 'p i m a', 'm has an awkward gap to i'],
    ['rush', '5 3 3 1', 'one-per-string', 'p i i a', 'i needs 0.23 s and has 0.13 s'],
    ['pick change', '3 3 2 2', 'economy', '^ v ^ v', 'the pick, up opens with an upstroke'],
    ['pick change', '3 3 2 2', 'economy', 'v ^ v v', 'the pick, down strikes the same way twice'],
    [
      'pick change',
      '3 3 2 2',
      'economy',
      'v ^ v ^',
      'the pick, down has to come back inside over the string just played',
    ],
    ['pick change', '3 3 2 2', 'economy', '^ v ^ ^', 'the pick, up passes round the outside to the next string'],
    ['pick change', '2 3 3 2', 'economy', 'v v ^ v', 'the pick, down has to lift back over a string'],
    ['pick change', '3 3 3 3', 'alternate:by-grid', 'v v v ^', 'the pick, down goes against the count of down and up'],
    ['pick change', '3 3 3 3', 'alternate:by-grid', '^ ^ v ^', 'the pick, up goes against the count of down and up'],
    ['pick change', '4 3 3 3', 'alternate', 'v v ^ v', 'the pick, down strikes the same way twice'],
    ['lead', '3 2 1 2', 'alternation:i-m', 'm i m i', 'm opens the line, which the other finger should'],
    ['unplayed', '5 3 2 1', 'one-per-string', 'p i m -', 'stroke has nobody left to play it'],
  ])('%s in %s (%s): %s', (family, text, school, marks, words) => {
    expect(said(figure(text, school), played(marks), family)).toContain(words);
  });

  test('an accent on a weaker stroke', () => {
    const pattern = figure('5 3 2 1', 'hybrid');
    const accented = { ...pattern, strokes: pattern.strokes.map((stroke) => ({ ...stroke, accent: true })) };
    expect(said(accented, played('v ^ m a'), 'accent')).toContain(
      'the pick, up carries an accent on its weaker stroke',
    );
  });

  test('no cost is left without words, whatever digit stands where', () => {
    for (const school of [
      'one-per-string',
      'alternation:i-m',
      'hybrid',
      'alternate',
      'economy',
      'finger-sweep',
      'rolling',
    ]) {
      const pattern = figure('5 3+1 2 4 2 1', school);
      const task = taskOf(pattern);
      for (const digit of task.school.digits)
        for (const item of costItems(
          task,
          pattern.strokes.map(() => digit),
        ))
          expect(
            costText(
              task,
              pattern.strokes.map(() => digit),
              item,
            ),
          ).toMatch(/^[a-z]/);
    }
  });
});

describe('why a digit, and why not another', () => {
  const why = (text: string, school: string, index: number, more: Partial<Pattern> = {}) => {
    const pattern = figure(text, school, more);
    return explain(pattern, taskOf(pattern), digitsInOrder(pattern, judge(pattern)), index);
  };

  test('where the finger is at home, that is the reason; the next best is dearer by what is said', () => {
    const { digit, reason, next, where } = why('5 3 2 1', 'one-per-string', 1);
    expect({ digit, where }).toEqual({ digit: 'i', where: 'beat 1 e, string 3' });
    expect(reason).toBe('because it lives on string 3 and has rested 0.50 s');
    expect(next?.digit).not.toBe('i');
    expect(next?.against).toMatch(/^(which|but then)/);
  });

  test('in strict alternation the other way is a fault in itself', () => {
    const { digit, next } = why('3 3 3 3', 'alternate', 1);
    expect(digit).toBe('up');
    expect(next).toEqual({ digit: 'down', against: 'which strikes the same way twice' });
  });
});

test.each([
  [93.75, '93'],
  [400, '400'],
  [400.5, '400+'],
  [1411, '400+'],
])('a ceiling of %f is shown as %s: no metronome goes on', (bpm, shown) => {
  expect(ceilingFigure(bpm)).toBe(shown);
});
