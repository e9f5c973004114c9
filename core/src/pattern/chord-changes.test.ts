import { VARIATION_AXES, createDrillGrid, createTroubleSpotDrills, findAxes } from '../drills/index.ts';
import {
  applyPatternEdit,
  createChordChangeEdit,
  createDeleteBeatEdit,
  createIdGenerator,
  createInsertBeatEdit,
  createInstrumentEdit,
  createMetreEdit,
  createResizeEdit,
  createVoicingEdit,
} from '../edit/index.ts';
import { valueOrThrow } from '../errors/index.ts';
import {
  exportMusicXml,
  exportTab,
  importMusicXml,
  importTab,
  parseStringNotation,
  readChordLine,
} from '../formats/index.ts';
import { createInstrument, findTuningOrStandard } from '../instrument/index.ts';
import { findShape } from '../harmony/index.ts';
import { createLadder, PRACTICE_METHODS } from '../practice/index.ts';
import { flattenScore } from '../score/index.ts';
import { createPutChordsEdit, TRANSFORMS } from '../transform/index.ts';
import { SaxesParser } from 'saxes';
import { listChordSpans, validatePattern, type Pattern } from './index.ts';

const standard = createInstrument(findTuningOrStandard('standard'));

const figure: Pattern = {
  ...valueOrThrow(parseStringNotation('5 3 2 3 4 3 2 3', { chord: 'C', subdivision: 2 })).pattern,
  tempo: 60,
};

const withChords = (text: string): Pattern => {
  const edit = createPutChordsEdit(figure, valueOrThrow(readChordLine(text, figure)), createIdGenerator(figure), {
    thumbFollows: true,
  });
  return valueOrThrow(applyPatternEdit(figure, valueOrThrow(edit))).document;
};

const four = withChords('C | Am | F | G');

const spansOf = (pattern: Pattern): string =>
  listChordSpans(pattern)
    .map(({ at, voicing }) => `${at / 840}:${voicing.chord}`)
    .join(' ');

const edited = (pattern: Pattern, edit: Parameters<typeof applyPatternEdit>[1]): Pattern =>
  valueOrThrow(applyPatternEdit(pattern, edit)).document;

const shape = (chord: string) => findShape(standard, chord) as NonNullable<ReturnType<typeof findShape>>;

describe('chords of a pattern through its edits (places counted by hand, in beats)', () => {
  test('a chord is changed where it is held, and put in or taken out at a beat', () => {
    expect(spansOf(edited(four, createVoicingEdit(four, shape('Em'), 5 * 840)))).toBe('0:C 4:Em 8:F 12:G');
    const added = edited(four, createChordChangeEdit(four, 6 * 840, shape('D')));
    expect(spansOf(added)).toBe('0:C 4:Am 6:D 8:F 12:G');
    expect(spansOf(edited(added, createChordChangeEdit(added, 6 * 840, undefined)))).toBe('0:C 4:Am 8:F 12:G');
  });

  test('the thumb goes to the bass of the chord that is put in', () => {
    const added = edited(four, createChordChangeEdit(four, 0, undefined));
    const g = edited(added, createVoicingEdit(added, shape('G'), 4 * 840));
    expect(g.strokes.find(({ at }) => at === 4 * 840)?.string).toBe(6);
  });

  test('fewer bars have fewer chords, another metre has each in its bar', () => {
    expect(spansOf(edited(four, createResizeEdit(four, { bars: 2 })))).toBe('0:C 4:Am');
    expect(spansOf(edited(four, createMetreEdit(four, { beats: 3, unit: 4 })))).toBe('0:C 3:Am 6:F 9:G');
  });

  test('a beat put in moves what follows on, one taken out moves it up', () => {
    expect(spansOf(edited(four, valueOrThrow(createInsertBeatEdit(four, 840))))).toBe('0:C 5:Am 9:F 13:G');
    expect(spansOf(edited(four, valueOrThrow(createDeleteBeatEdit(four, 840))))).toBe('0:C 3:Am 7:F 11:G');
  });

  test('another tuning has the shapes of all chords', () => {
    const dropped = edited(four, createInstrumentEdit(four, createInstrument(findTuningOrStandard('drop-d'))));
    expect(spansOf(dropped)).toBe('0:C 4:Am 8:F 12:G');
    expect(validatePattern(dropped)).toEqual([]);
  });

  test.each(TRANSFORMS.map((one) => [one.key, one] as const))(
    '%s leaves a pattern that stands, and is undone',
    (_key, one) => {
      const edit = one.transform(four)(four, [], createIdGenerator(four));
      if (!edit.ok) return expect(edit.problems.length).toBeGreaterThan(0);
      const done = valueOrThrow(applyPatternEdit(four, edit.value));
      expect(validatePattern(done.document)).toEqual([]);
      expect(listChordSpans(done.document).length).toBeGreaterThanOrEqual(2);
      expect(valueOrThrow(applyPatternEdit(done.document, done.inverse)).document).toEqual(four);
    },
  );
});

describe('what is made of a pattern with chords stands', () => {
  test.each(PRACTICE_METHODS)('a ladder by %s', (method) => {
    const ladder = valueOrThrow(createLadder(four, { target: 80, method }));
    for (const { pattern } of ladder.stages) expect(validatePattern(pattern)).toEqual([]);
  });

  test('drills and hard spots', () => {
    for (const [index, { key }] of VARIATION_AXES.entries()) {
      const other = VARIATION_AXES[index === 0 ? 1 : 0]?.key ?? '';
      const { cells } = valueOrThrow(createDrillGrid(four, valueOrThrow(findAxes([key, other]))));
      for (const cell of cells)
        if ('pattern' in cell && cell.pattern) expect(validatePattern(cell.pattern)).toEqual([]);
    }
    for (const { pattern } of createTroubleSpotDrills(four)) expect(validatePattern(pattern)).toEqual([]);
  });

  const heard = (pattern: Pattern) => flattenScore(pattern).strokes.map(({ at, string, pitch }) => [at, string, pitch]);

  test('MusicXML brings all chords back, and every note follows its own', () => {
    const back = valueOrThrow(importMusicXml(exportMusicXml(flattenScore(four), []), new SaxesParser()));
    expect(spansOf(back.pattern)).toBe('0:C 4:Am 8:F 12:G');
    expect(heard(back.pattern)).toEqual(heard(four));
    expect(back.pattern.strokes.some(({ fret }) => fret !== undefined)).toBe(false);
    expect(back.warnings).toEqual([]);
  });

  test('tablature does too', () => {
    const back = valueOrThrow(importTab(exportTab(flattenScore(four), [], 'x')));
    expect(spansOf(back.pattern)).toBe('0:C 4:Am 8:F 12:G');
    expect(heard(back.pattern)).toEqual(heard(four));
  });

  test('notes that no shape of the chord has keep their frets beside it', () => {
    const odd = {
      ...four,
      strokes: four.strokes.map((stroke) => (stroke.string === 2 ? { ...stroke, fret: 8 } : stroke)),
    };
    const back = valueOrThrow(importMusicXml(exportMusicXml(flattenScore(odd), []), new SaxesParser()));
    expect(heard(back.pattern)).toEqual(heard(odd));
    expect(listChordSpans(back.pattern).map(({ voicing }) => voicing.chord)).toEqual(['C', 'Am', 'F', 'G']);
  });

  test('tablature and MusicXML name each chord over its bar', () => {
    const score = flattenScore(four);
    const tab = exportTab(score, [], 'x');
    for (const chord of ['C', 'Am', 'F', 'G']) expect(tab).toMatch(new RegExp(`\\b${chord}\\b`));
    expect(exportMusicXml(score, []).match(/<harmony/g)).toHaveLength(4);
  });
});
