import fc from 'fast-check';
import { createInstrument, findTuningOrStandard } from '../../instrument/index.ts';
import { applyPatternEdit, createIdGenerator } from '../../edit/index.ts';
import { valueOrThrow } from '../../errors/index.ts';
import { listChordSpans, validatePattern, type Pattern } from '../../pattern/index.ts';
import { flattenScore } from '../../score/index.ts';
import { createPutChordsEdit } from '../../transform/index.ts';
import { parsePatternFile, parseStringNotation, readChordLine, serialisePattern, writeChordLine } from '../index.ts';

const standard = createInstrument(findTuningOrStandard('standard'));
const inFour = { instrument: standard, metre: { beats: 4, unit: 4 } } as const;

const spansOf = (text: string, frame: Parameters<typeof readChordLine>[1] = inFour): string =>
  listChordSpans(valueOrThrow(readChordLine(text, frame)).course)
    .map(({ at, voicing }) => `${at / 840}:${voicing.chord}`)
    .join(' ');

const codesOf = (text: string): readonly string[] => {
  const read = readChordLine(text, inFour);
  return read.ok ? [] : read.problems.map(({ code, details }) => `${code} ${details.column ?? ''}`.trim());
};

describe('chords over bars (places counted by hand, in beats of 4/4)', () => {
  test.each([
    ['C | Am | F | G', '0:C 4:Am 8:F 12:G'],
    ['C Am F G', '0:C 4:Am 8:F 12:G'],
    ['| C G | Am . . E |', '0:C 2:G 4:Am 7:E'],
    ['C | % | Dm | %', '0:C 8:Dm'],
    ['C | C | C', '0:C'],
    ['C, F, G', '0:C 4:F 8:G'],
    ['C\nF\nG', '0:C 4:F 8:G'],
    ['||: C | G :||', '0:C 4:G'],
    ['x32010 | 320003', '0:C 4:G'],
    ['C=x35553 | C', '0:C 4:C'],
    ['. G', '0:G'],
  ])('%s', (text, expected) => expect(spansOf(text)).toBe(expected));

  test('in three a bar of two chords changes on the third beat at the latest', () =>
    expect(spansOf('C G | F', { instrument: standard, metre: { beats: 3, unit: 4 } })).toBe('0:C 2:G 3:F'));

  test('frets are taken as they are written, two digits apart by hyphens', () => {
    const { course } = valueOrThrow(readChordLine('x-10-12-12-12-10 | Am=577555', inFour));
    expect(course.voicing.frets).toEqual([null, 10, 12, 12, 12, 10]);
    expect(course.chordChanges?.[0]?.voicing).toEqual({ chord: 'Am', frets: [5, 7, 7, 5, 5, 5] });
  });

  test('each word that is none is named with its column', () => {
    expect(codesOf('C | Kx | G | wat')).toEqual(['chart-unreadable 5', 'chart-unreadable 14']);
    expect(codesOf('')).toEqual(['chart-empty']);
    expect(codesOf('| % |')).toEqual(['chart-empty']);
    expect(codesOf('C '.repeat(200))).toEqual(['length-out-of-range']);
  });
});

const figure = valueOrThrow(parseStringNotation('5 3 2 3 4 3 2 3', { chord: 'C', subdivision: 2 })).pattern;

const put = (pattern: Pattern, text: string, thumbFollows = true): Pattern => {
  const edit = createPutChordsEdit(pattern, valueOrThrow(readChordLine(text, pattern)), createIdGenerator(pattern), {
    thumbFollows,
  });
  return valueOrThrow(applyPatternEdit(pattern, valueOrThrow(edit))).document;
};

describe('chords laid over a figure', () => {
  const one: Pattern = { ...figure, bars: 1, metre: { beats: 4, unit: 4 } };

  test('the figure goes over every bar, and its thumb to the bass of each chord', () => {
    const over = put(one, 'C | G | D');
    expect(over.bars).toBe(3);
    expect(over.strokes).toHaveLength(3 * one.strokes.length);
    const firsts = [0, 3360, 6720].map((at) => over.strokes.find((stroke) => stroke.at === at)?.string);
    // C has its bass on string 5, G on 6, D on 4.
    expect(firsts).toEqual([5, 6, 4]);
    expect(validatePattern(over)).toEqual([]);
  });

  test('what is heard are the notes of each chord', () => {
    const score = flattenScore(put(one, 'C | Am', false));
    const pitchAt = (at: number, string: number) =>
      score.strokes.find((stroke) => stroke.at === at && stroke.string === string)?.pitch;
    // String 3 is G3 in C (open) and A3 in Am (second fret).
    expect(pitchAt(score.strokes.find(({ string }) => string === 3)?.at ?? -1, 3)).toBe(55);
    expect(score.strokes.filter(({ string, at }) => string === 3 && at >= 3360).map(({ pitch }) => pitch)).toContain(
      57,
    );
    expect(score.chords.map(({ voicing }) => voicing.chord)).toEqual(['C', 'Am']);
  });

  test('chords over fewer bars begin again', () => {
    const four = put({ ...one, bars: 4 }, 'C | G');
    expect(listChordSpans(four).map(({ at, voicing }) => `${at / 3360} ${voicing.chord}`)).toEqual([
      '0 C',
      '1 G',
      '2 C',
      '3 G',
    ]);
  });

  test('it is taken back as one', () => {
    const edit = valueOrThrow(
      createPutChordsEdit(one, valueOrThrow(readChordLine('C | G', one)), createIdGenerator(one), {
        thumbFollows: true,
      }),
    );
    const done = valueOrThrow(applyPatternEdit(one, edit));
    expect(valueOrThrow(applyPatternEdit(done.document, done.inverse)).document).toEqual(one);
  });

  test('a file keeps the chords', () => {
    const over = put(one, 'C | G x-2-0-2-3-2');
    expect(valueOrThrow(parsePatternFile(serialisePattern(over)))).toEqual(over);
  });

  const chords = fc.constantFrom('C', 'Am', 'F', 'G', 'D7', 'Em', 'x32010', 'Bm=x24432', 'C/G');
  test('what is written is read as it was (seeded law)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(chords, { minLength: 1, maxLength: 4 }), { minLength: 1, maxLength: 6 }),
        (bars) => {
          const over = put(one, bars.map((bar) => bar.join(' ')).join(' | '), false);
          const again = put({ ...one, bars: over.bars }, writeChordLine(over), false);
          expect(writeChordLine(again)).toBe(writeChordLine(over));
          const times = (pattern: Pattern) =>
            listChordSpans(pattern).map(({ at, voicing }) => `${at} ${voicing.frets.join()}`);
          expect(times(again)).toEqual(times(over));
        },
      ),
      { seed: 29, numRuns: 60 },
    );
  });
});
