import { valueOrThrow } from '../../errors/index.ts';
import { exportMidi } from '../../formats/index.ts';
import { tickToSeconds, durationInSeconds } from '../../score/index.ts';
import { parseMidi } from 'midi-file';
import {
  applySongEdit,
  createSong,
  createBarPattern,
  extractBars,
  validateSong,
  parseSongFile,
  flattenSong,
  analyseSong,
  unfoldForm,
  expandSong,
  serialiseSong,
  type Bar,
  type Song,
} from '../index.ts';

/** Verse: a pickup of one beat, then 4/4, 3/4, 6/8; chorus half as fast again. At 60 a quarter is a second. */
const changing = (): Song => {
  const base = createSong('Changing', { tempo: 60 });
  const bar: Bar = { chords: [], texture: { figure: 'figure-1', begins: 'each bar' } };
  return {
    ...base,
    sections: [
      {
        id: 'section-1',
        name: 'Verse',
        bars: [
          { ...bar, chords: [{ at: 0, voicing: 'C' }], metre: { beats: 1, unit: 4 } },
          bar,
          { ...bar, metre: { beats: 3, unit: 4 } },
          { ...bar, metre: { beats: 6, unit: 8 } },
        ],
      },
      { id: 'section-2', name: 'Chorus', tempo: 90, bars: [bar, bar] },
    ],
    form: [
      { section: 'section-1', times: 1 },
      { section: 'section-2', times: 1 },
    ],
  };
};

test('bars begin where the metres before them end', () => {
  const song = changing();
  expect(validateSong(song)).toEqual([]);
  expect(unfoldForm(song).map(({ startTick }) => startTick / 840)).toEqual([0, 1, 5, 8, 11, 15]);
  const score = flattenSong(song);
  expect(score.bars.map(({ at }) => at / 840)).toEqual([0, 1, 5, 8, 11, 15]);
  expect(score.length / 840).toBe(19);
});

test('seconds by hand: 1 + 4 + 3 + 3 quarters at 60, then 8 quarters at 90', () => {
  const score = flattenSong(changing());
  expect([0, 1, 5, 8, 11, 15].map((quarter) => tickToSeconds(score, quarter * 840))).toEqual(
    [0, 1, 5, 8, 11, 11 + 4 * (60 / 90)].map((seconds) => expect.closeTo(seconds, 9)),
  );
  expect(durationInSeconds(score)).toBeCloseTo(11 + 8 * (60 / 90), 9);
});

test('a figure of four beats is cut where the bar is shorter', () => {
  const { pattern } = expandSong(changing());
  const inBar = (bar: number): number => pattern.strokes.filter(({ id }) => id.startsWith(`${bar}/`)).length;
  expect([0, 1, 2, 3, 4, 5].map(inBar)).toEqual([2, 8, 6, 6, 8, 8]);
});

test('an independent reader of MIDI finds metres, tempos and times (midi-file)', () => {
  const score = flattenSong(changing());
  const { header, tracks } = parseMidi(exportMidi(score));
  const [metres, tempos, onsets]: [string[], number[], number[]] = [[], [], []];
  for (const track of tracks) {
    let [seconds, perQuarter] = [0, 0.5];
    for (const event of track) {
      seconds += (event.deltaTime / (header.ticksPerBeat ?? 1)) * perQuarter;
      if (event.type === 'setTempo') {
        perQuarter = event.microsecondsPerBeat / 1e6;
        tempos.push(Math.round(60 / perQuarter));
      }
      if (event.type === 'timeSignature') metres.push(`${event.numerator}/${event.denominator}`);
      if (event.type === 'noteOn' && event.velocity > 0) onsets.push(seconds);
    }
  }
  expect(metres).toEqual(['1/4', '4/4', '3/4', '6/8', '4/4']);
  // The eighth of 6/8 is as long as the eighth before it: in quarters a minute the tempo stays.
  expect([...new Set(tempos)]).toEqual([60, 90]);
  const ours = score.strokes.map(({ at }) => tickToSeconds(score, at)).sort((a, b) => a - b);
  expect(onsets.sort((a, b) => a - b)).toEqual(ours.map((time) => expect.closeTo(time, 3)));
});

test('a bar by itself has its own metre, and bars alike are a pattern any bench can hold', () => {
  const song = changing();
  expect(createBarPattern(song, 3)).toMatchObject({ metre: { beats: 6, unit: 8 }, tempo: 120, bars: 1 });
  const written = expandSong(song);
  expect(extractBars(written, 4, 2)).toMatchObject({ metre: { beats: 4, unit: 4 }, tempo: 90, bars: 2 });
  expect(extractBars(written, 4, 2).course).toBeUndefined();
  expect(extractBars(written, 1, 2).course).toHaveLength(2);
});

test('findings, the thumb’s line and the bar of the ceiling count bars as they are', () => {
  const study = analyseSong(changing());
  expect(study.thumbLine.map(({ strings }) => strings.length)).toEqual([1, 4, 3, 3, 4, 4]);
  expect(study.limitingBar).toBeGreaterThanOrEqual(4);
});

test('metres and tempos go through the file and are checked', () => {
  const song = changing();
  expect(valueOrThrow(parseSongFile(serialiseSong(song)))).toEqual(song);
  const wrong = { ...song, sections: song.sections.map((section) => ({ ...section, tempo: 9000 })) };
  expect(validateSong(wrong).map(({ code }) => code)).toContain('song-wrong');
  const bars = [{ ...(song.sections[0]?.bars[0] as Bar), metre: { beats: 99, unit: 4 as const } }];
  expect(applySongEdit(song, { kind: 'setBars', section: 'section-1', bars }).ok).toBe(false);
});
