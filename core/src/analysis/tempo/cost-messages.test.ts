import { sayMessage } from '@fleet-wren/wording';
import { listCostItems, createTaskFromPattern, type Fingering, type CostCategory } from '../../fingering/index.ts';
import { parseStringNotation } from '../../formats/index.ts';
import { valueOrThrow } from '../../errors/index.ts';
import { DIGITS, digitSymbol, type Pattern } from '../../pattern/index.ts';
import { formatMaxTempo, listDigitsInOrder, explainDigit, analysePattern } from '../index.ts';
import { describeCost } from './cost-messages.ts';

const figure = (text: string, school: string, more: Partial<Pattern> = {}): Pattern => ({
  ...valueOrThrow(parseStringNotation(text, { subdivision: 4, school, tempo: 120 })).pattern,
  ...more,
});

/** Digits from their marks: `v` and `^` are the pick down and up, `-` is nobody. */
const played = (marks: string): Fingering =>
  [...marks.replaceAll(' ', '')].map((mark) => DIGITS.find((digit) => digitSymbol(digit) === mark) ?? null);

/** What a fingering costs in a family, said as the bench says it. */
const said = (pattern: Pattern, digits: Fingering, family: CostCategory): readonly string[] => {
  const task = createTaskFromPattern(pattern);
  return listCostItems(task, digits)
    .filter((item) => item.category === family && item.amount > 0)
    .map((item) => sayMessage(describeCost(task, digits, item)));
};

describe('a cost is said in a teacher’s words', () => {
  test.each<[CostCategory, string, string, string, string]>([
    ['home', '5 2 2 1', 'one-per-string', 'p i m a', 'The index finger is 1 string away from its home string.'],
    ['home', '5 1 2 1', 'one-per-string', 'p i m a', 'The index finger is 2 strings away from its home string.'],
    ['ease', '5 3 2 1', 'one-per-string', 'p i m a', 'The ring finger is a weaker finger.'],
    ['ease', '3 3 3 3', 'alternate', 'v ^ v ^', 'The upstroke is the weaker pick stroke.'],
    ['thumb-up', '2 3 2 1', 'one-per-string', 'p i m a', 'The thumb leaves the bass strings.'],
    ['repeat', '5 3 3 1', 'one-per-string', 'p i i a', 'The index finger plays twice in a row.'],
    ['cross', '5 2 3 1', 'one-per-string', 'p i m a', 'The middle finger crosses the index finger.'],
    ['span', '5 3 1 2', 'one-per-string', 'p i m a', 'The middle finger and the index finger are awkwardly spaced.'],
    ['rush', '5 3 3 1', 'one-per-string', 'p i i a', 'The index finger has little time to get there.'],
    ['pick-change', '3 3 2 2', 'economy', '^ v ^ v', 'The line opens with an upstroke.'],
    ['pick-change', '3 3 2 2', 'economy', 'v ^ v v', 'The pick plays twice in the same direction.'],
    ['pick-change', '3 3 2 2', 'economy', 'v ^ v ^', 'The pick changes strings on the inside.'],
    ['pick-change', '3 3 2 2', 'economy', '^ v ^ ^', 'The pick changes strings on the outside.'],
    ['pick-change', '2 3 3 2', 'economy', 'v v ^ v', 'The pick has to be lifted back over a string.'],
    [
      'pick-change',
      '3 3 3 3',
      'alternate:by-grid',
      'v v v ^',
      'The stroke goes against the down-up pattern of the beat.',
    ],
    [
      'pick-change',
      '3 3 3 3',
      'alternate:by-grid',
      '^ ^ v ^',
      'The stroke goes against the down-up pattern of the beat.',
    ],
    ['pick-change', '4 3 3 3', 'alternate', 'v v ^ v', 'The pick plays twice in the same direction.'],
    [
      'lead',
      '3 2 1 2',
      'alternation:i-m',
      'm i m i',
      'The middle finger opens the line, which the other finger should.',
    ],
    ['unplayed', '5 3 2 1', 'one-per-string', 'p i m -', 'No finger is left for this note.'],
  ])('%s in %s (%s): %s', (family, text, school, marks, words) => {
    expect(said(figure(text, school), played(marks), family)).toContain(words);
  });

  test('an accent on a weaker stroke', () => {
    const pattern = figure('5 3 2 1', 'hybrid');
    const accented = { ...pattern, strokes: pattern.strokes.map((stroke) => ({ ...stroke, accent: true })) };
    expect(said(accented, played('v ^ m a'), 'accent')).toContain('The accent falls on a weaker finger or stroke.');
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
      const task = createTaskFromPattern(pattern);
      for (const digit of task.school.digits)
        for (const item of listCostItems(
          task,
          pattern.strokes.map(() => digit),
        ))
          expect(
            sayMessage(
              describeCost(
                task,
                pattern.strokes.map(() => digit),
                item,
              ),
            ),
          ).toMatch(/^(The|No) .*\.$/);
    }
  });
});

describe('why a digit, and why not another', () => {
  const why = (text: string, school: string, index: number, more: Partial<Pattern> = {}) => {
    const pattern = figure(text, school, more);
    return explainDigit(
      pattern,
      createTaskFromPattern(pattern),
      listDigitsInOrder(pattern, analysePattern(pattern)),
      index,
    );
  };

  test('where the finger is at home, that is the reason; the next best is dearer by what is said', () => {
    const { digit, reason, runnerUp, position } = why('5 3 2 1', 'one-per-string', 1);
    expect({ digit, where: sayMessage(position) }).toEqual({ digit: 'i', where: 'beat 1 e, string 3' });
    expect(sayMessage(reason)).toBe('The index finger is at home on string 3 and has had time to recover.');
    expect(runnerUp?.digit).not.toBe('i');
    expect(runnerUp?.against.code).toMatch(/^cost\./);
  });

  test('in strict alternation the other way is a fault in itself', () => {
    const { digit, runnerUp } = why('3 3 3 3', 'alternate', 1);
    expect(digit).toBe('up');
    expect(runnerUp).toEqual({ digit: 'down', against: { code: 'cost.pick-same-direction' } });
  });
});

test.each([
  [93.75, '93'],
  [400, '400'],
  [400.5, '400+'],
  [1411, '400+'],
])('a ceiling of %f is shown as %s: no metronome goes on', (bpm, shown) => {
  expect(formatMaxTempo(bpm)).toBe(shown);
});
