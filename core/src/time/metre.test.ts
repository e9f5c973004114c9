import fc from 'fast-check';
import { SaxesParser } from 'saxes';
import {
  applyPatternEdit,
  applySongEdit,
  createFeelEdit,
  createMetreEdit,
  createPattern,
  createSong,
  createSongFromChart,
  durationInSeconds,
  exportMidi,
  exportMusicXml,
  exportTab,
  flattenScore,
  flattenSong,
  importMusicXml,
  importTab,
  listMetronomeClicks,
  parseChart,
  valueOrThrow,
  type Metre,
  type Pattern,
} from '../index.ts';
import {
  beatNote,
  beatsPerBar,
  changeBeats,
  formatBarPosition,
  hasFittingGroups,
  listFeltMetres,
  metreKey,
  parseMetre,
  parseTempoMark,
  tempoInMetre,
  ticksPerBar,
  ticksPerBeat,
  withUsualBeats,
} from './index.ts';

const SIX: Metre = withUsualBeats({ beats: 6, unit: 8 });

/** Felt beats of time signatures (common practice, as in any primer of notation; from memory). */
test.each([
  ['2/4', 2, 840],
  ['3/4', 3, 840],
  ['2/2', 2, 1680],
  ['6/4', 6, 840],
  ['3/8', 3, 420],
  ['6/8', 2, 1260],
  ['9/8', 3, 1260],
  ['12/8', 4, 1260],
  ['6/16', 2, 630],
  ['5/8', 5, 420],
  ['7/8', 7, 420],
])('%s has %i beats of %i ticks', (text, beats, ticks) => {
  const metre = withUsualBeats(parseMetre(text));
  expect([beatsPerBar(metre), ticksPerBeat(metre)]).toEqual([beats, ticks]);
});

test('additive metres are felt in groups and stress the first note of each', () => {
  expect(listFeltMetres(parseMetre('7/8')).map(metreKey)).toEqual(['7/8 2+2+3', '7/8 3+2+2', '7/8 2+3+2', '7/8']);
  const seven = createPattern('Seven', { metre: withUsualBeats(parseMetre('7/8')), subdivision: 1 });
  const accents = listMetronomeClicks(flattenScore(seven)).map(({ isAccented }) => isAccented);
  expect(accents).toEqual([true, false, true, false, true, false, false]);
});

test('every metre comes back from its key, and its groups fill the bar (law)', () => {
  for (const beats of Array.from({ length: 16 }, (_, index) => index + 1))
    for (const unit of [2, 4, 8, 16] as const)
      for (const metre of listFeltMetres({ beats, unit })) {
        expect(parseMetre(metreKey(metre))).toEqual(metre);
        expect(hasFittingGroups(metre)).toBe(true);
        expect(beatsPerBar(metre) * ticksPerBeat(metre)).toBe(ticksPerBar(metre));
      }
});

test('a beat more or less keeps what the tempo counts (law)', () => {
  for (const text of ['6/8', '9/8', '5/8', '7/8', '5/8 2+3', '4/4'])
    for (const by of [1, -1]) {
      const metre = text.includes(' ') ? parseMetre(text) : withUsualBeats(parseMetre(text));
      const after = changeBeats(metre, by);
      expect([ticksPerBeat(after), beatsPerBar(after)]).toEqual([ticksPerBeat(metre), beatsPerBar(metre) + by]);
    }
});

test('the click of 6/8 falls on its two dotted quarters', () => {
  const score = flattenScore(createPattern('Jig', { metre: SIX, subdivision: 3, tempo: 60 }));
  expect(listMetronomeClicks(score).map(({ time }) => time)).toEqual([0, 1]);
});

test('a place in 6/8 is said by its felt beat', () => {
  expect(formatBarPosition(SIX, 1260 + 840, 1).params).toEqual({ beat: 2, syllable: 'li' });
});

test.each([
  [
    { beats: 4, unit: 4 },
    { value: 4, isDotted: false },
  ],
  [SIX, { value: 4, isDotted: true }],
  [
    { beats: 6, unit: 16, groups: [3, 3] },
    { value: 8, isDotted: true },
  ],
  [
    { beats: 4, unit: 8, groups: [2, 2] },
    { value: 4, isDotted: false },
  ],
  [
    { beats: 2, unit: 2 },
    { value: 2, isDotted: false },
  ],
] as const)('the beat of %j', (metre, note) => expect(beatNote(metre)).toEqual(note));

/** Tempos as players write them (common practice, no source): what they come to in 6/8. */
test.each([
  ['♩. = 56', 56],
  ['♩.=56', 56],
  ['q. = 54', 54],
  ['dotted quarter = 54', 54],
  ['Dotted-quarter note = 54', 54],
  ['♪ = 168', 56],
  ['eighth = 168', 56],
  ['♩ = 84', 56],
  ['quarter note = 84', 56],
  ['Tempo: 60', 60],
  ['60 bpm', 60],
])('%s', (text, tempo) => {
  const mark = parseTempoMark(text);
  expect(mark && tempoInMetre(mark, SIX)).toBe(tempo);
});

const strokes = fc
  .uniqueArray(fc.nat(35), { minLength: 1, maxLength: 12 })
  .map((places) =>
    places.sort((a, b) => a - b).map((place, index) => ({ id: `s${index}`, at: place * 140, string: (index % 6) + 1 })),
  );

test('felt otherwise, a pattern sounds the same, and back again it is what it was (law)', () => {
  fc.assert(
    fc.property(
      strokes,
      fc.integer({ min: 60, max: 130 }).map((tempo) => tempo * 3),
      (those, tempo) => {
        const plain = createPattern('P', { metre: parseMetre('6/8'), bars: 2, subdivision: 3, tempo, strokes: those });
        const change = (pattern: Pattern, metre: Metre): Pattern =>
          valueOrThrow(applyPatternEdit(pattern, createMetreEdit(pattern, metre))).document;
        const felt = change(plain, SIX);
        expect(felt.tempo).toBe(tempo / 3);
        expect(felt.strokes).toEqual(plain.strokes);
        expect(durationInSeconds(flattenScore(felt))).toBeCloseTo(durationInSeconds(flattenScore(plain)), 9);
        expect(change(felt, plain.metre)).toMatchObject({ metre: plain.metre, tempo, strokes: plain.strokes });
      },
    ),
  );
});

test('a song in 6/8 felt otherwise sounds the same, its sections’ tempos too', () => {
  const plain = createSong('Song', { metre: parseMetre('6/8'), tempo: 180 });
  const song = { ...plain, sections: plain.sections.map((section) => ({ ...section, tempo: 150 })) };
  const felt = valueOrThrow(applySongEdit(song, createFeelEdit(song, SIX))).document;
  expect([felt.tempo, felt.sections[0]?.tempo]).toEqual([60, 50]);
  expect(durationInSeconds(flattenSong(felt))).toBeCloseTo(durationInSeconds(flattenSong(song)), 9);
});

test('a chart in 6/8 with a dotted tempo', () => {
  const chart = valueOrThrow(parseChart('6/8\n♩. = 56\n| Am | C |'));
  const song = valueOrThrow(createSongFromChart(chart, 'Chart'));
  expect([song.metre, song.tempo, song.subdivision]).toEqual([SIX, 56, 3]);
});

const jig = createPattern('Jig', {
  metre: SIX,
  subdivision: 3,
  tempo: 56,
  strokes: [6, 3, 2, 1, 2, 3].map((string, index) => ({ id: `s${index}`, at: index * 420, string })),
});
const digits = ['p', 'i', 'm', 'a', 'm', 'i'] as const;

describe('6/8 in files', () => {
  test('MusicXML writes a dotted quarter and no tuplet, and reads it again', () => {
    const text = exportMusicXml(flattenScore(jig), [...digits]);
    expect(text).toMatch(/<beat-unit>quarter<\/beat-unit>\s*<beat-unit-dot\/>\s*<per-minute>56</);
    expect(text).toContain('<sound tempo="84"');
    expect(text).not.toContain('<time-modification>');
    expect(valueOrThrow(importMusicXml(text, new SaxesParser())).pattern).toMatchObject({
      metre: SIX,
      tempo: 56,
      subdivision: 3,
    });
  });
  test('MusicXML keeps the groups of an additive metre', () => {
    const seven = { ...jig, metre: { beats: 7, unit: 8, groups: [3, 2, 2] } as const, subdivision: 1, tempo: 180 };
    const text = exportMusicXml(flattenScore(seven), [...digits]);
    expect(text).toContain('<beats>3+2+2</beats>');
    expect(valueOrThrow(importMusicXml(text, new SaxesParser())).pattern.metre).toEqual(seven.metre);
  });
  // Standard MIDI Files 1.0, “Time Signature”: 6/8 with a click every dotted quarter is FF 58 04 06 03 24 08.
  test('MIDI clicks on the dotted quarter', () => {
    const hex = Buffer.from(exportMidi(flattenScore(jig))).toString('hex');
    expect(hex).toContain('ff580406032408');
  });
  test('tablature says what its tempo counts, and reads it again', () => {
    const text = exportTab(flattenScore(jig), [...digits], 'one-per-string');
    expect(text).toContain('6/8 3+3 · ♩. = 56');
    expect(text).toContain('1  la li 2  la li');
    expect(valueOrThrow(importTab(text)).pattern).toMatchObject({ metre: SIX, tempo: 56 });
  });
  test('tablature that we wrote before still counts eighths', () => {
    const text = exportTab(flattenScore(jig), [...digits], 'one-per-string').replace(
      '6/8 3+3 · ♩. = 56',
      '6/8 · 168 bpm',
    );
    expect(valueOrThrow(importTab(text)).pattern).toMatchObject({ metre: { beats: 6, unit: 8 }, tempo: 168 });
  });
});

test.each(['', 'common', 'x/4', '-3/4', '2.5/4', '4/4 x+2'])('“%s” is no metre: common time instead', (text) => {
  expect(parseMetre(text)).toEqual({ beats: 4, unit: 4 });
});
