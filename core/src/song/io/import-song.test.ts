import type { ParsedBar } from '../../formats/index.ts';
import type { Bar } from '../model/song.ts';
import { inferForm } from './infer-form.ts';
import { SaxesParser } from 'saxes';
import { valueOrThrow } from '../../errors/index.ts';
import { sayProblem, sayMessage } from '@fleet-wren/wording';
import {
  parseMidiMusic,
  parseMusicXmlText,
  parseTab,
  exportMidi,
  exportMusicXml,
  exportTab,
} from '../../formats/index.ts';
import type { ParsedMusic } from '../../formats/index.ts';
import { createSeededRandom } from '../../sound/index.ts';
import {
  FORM_TEMPLATES,
  parseChart,
  flattenSong,
  prepareSongExport,
  createSongFromChart,
  createSongFromScore,
  type Song,
} from '../index.ts';

/** Invented songs: every form, a figure of its own, in several metres, keys and tempos. */
const SONGS: readonly Song[] = FORM_TEMPLATES.flatMap((form, index) =>
  [0, 4, 7].map((key) => {
    const random = createSeededRandom(index * 12 + key + 1);
    const metre = { beats: [4, 3, 6][key % 3] as number, unit: 4 } as const;
    const chart = valueOrThrow(parseChart(form.chart({ key, quickChange: true, turnaround: true }, sayMessage)));
    const song = valueOrThrow(createSongFromChart(chart, `Song ${index} in ${key}`, { metre, tempo: 60 + 7 * key }));
    const strokes = Array.from({ length: metre.beats * 2 }, (_, slot) => ({
      id: `f${slot}`,
      at: slot * 420,
      string: slot % 2 === 0 ? 5 : 1 + Math.floor(random() * 3),
      ...(slot % 2 === 0 ? { role: slot % 4 === 0 ? ('bass' as const) : ('alternate' as const) } : {}),
    }));
    const [figure] = song.figures;
    return { ...song, figures: figure ? [{ ...figure, length: metre.beats * 840, strokes }] : [] };
  }),
);

/** Everything that is heard, by time. */
const heard = (song: Song): readonly string[] => {
  const { strokes } = flattenSong(song);
  return strokes.flatMap(({ at, pitch }) => (pitch === null ? [] : [`${at}/${pitch}`])).sort();
};

/** The chords in order; one that is said again is the same one going on. */
const chordsIn = (song: Song): string =>
  flattenSong(song)
    .chords.map(({ voicing }) => voicing.chord.replace('#', '♯'))
    .filter((chord, index, all) => chord !== all[index - 1])
    .join(' ');

const back = (music: ParsedMusic): Song => {
  const made = createSongFromScore(music);
  if (!made.ok) throw new Error(made.problems.map(sayProblem).join(' '));
  return made.value.song;
};

describe('songs go out and come back with the same notes at the same times', () => {
  test.each(SONGS.map((song) => [song.name, song] as const))('%s', (_name, song) => {
    const { score, annotations } = prepareSongExport(song);
    const digits = score.strokes.map(() => null);
    const xml = back(valueOrThrow(parseMusicXmlText(exportMusicXml(score, digits, annotations), new SaxesParser())));
    expect(heard(xml)).toEqual(heard(song));
    expect(xml.tempo).toBe(song.tempo);
    expect(chordsIn(xml)).toBe(chordsIn(song));
    const midi = back(valueOrThrow(parseMidiMusic(exportMidi(score, annotations))));
    expect(heard(midi)).toEqual(heard(song));
    const tab = back(valueOrThrow(parseTab(exportTab(score, digits, 'school', annotations))));
    expect(heard(tab)).toEqual(heard(song));
    const names = new Set(song.sections.map(({ name }) => name));
    for (const read of [xml, midi, tab]) {
      expect(new Set(read.sections.map(({ name }) => name))).toEqual(names);
      expect(read.figures.length).toBeGreaterThan(0);
    }
  });
});

test('repeats, endings, a pickup, another tempo and words of a score become a form', () => {
  const note = (step: string, octave: number, string: number, fret: number, duration = 4): string =>
    `<note><pitch><step>${step}</step><octave>${octave}</octave></pitch><duration>${duration}</duration><lyric><text>la</text></lyric><notations><technical><string>${string}</string><fret>${fret}</fret></technical></notations></note>`;
  const bar = (content: string): string => `<measure>${content}</measure>`;
  const start =
    '<attributes><divisions>1</divisions><time><beats>4</beats><beat-type>4</beat-type></time></attributes>';
  const mark = (text: string): string =>
    `<direction><direction-type><rehearsal>${text}</rehearsal></direction-type></direction>`;
  const ending = (number: number, inner: string): readonly [string, string] => [
    `<barline location="left"><ending number="${number}" type="start"/></barline>`,
    `<barline location="right"><ending number="${number}" type="stop"/>${inner}</barline>`,
  ];
  const [one, two] = [ending(1, '<repeat direction="backward"/>'), ending(2, '')];
  const source = `<score-partwise><part-list><score-part id="a"><part-name>G</part-name></score-part></part-list><part id="a">${[
    bar(start + note('G', 3, 3, 0, 1)),
    bar(`<barline location="left"><repeat direction="forward"/></barline>${mark('Verse')}${note('C', 3, 5, 3)}`),
    bar(one[0] + note('E', 3, 4, 2) + one[1]),
    bar(two[0] + note('A', 3, 3, 2) + two[1]),
    bar(`${mark('End')}<sound tempo="50"/>${note('C', 3, 5, 3)}`),
  ].join('')}</part></score-partwise>`;
  const song = back(valueOrThrow(parseMusicXmlText(source, new SaxesParser())));
  expect(song.sections.map(({ name, bars }) => `${name} ${bars.length}`)).toEqual(['A 1', 'Verse 2', 'End 1']);
  expect(song.sections[0]?.bars[0]?.metre).toEqual({ beats: 1, unit: 4 });
  expect(song.sections[2]?.tempo).toBe(50);
  expect(song.sections[1]?.bars[0]?.words).toBe('la');
  expect(song.form.map(({ section, times, endings }) => [section, times, endings?.map(({ time }) => time)])).toEqual([
    ['section-1', 1, undefined],
    ['section-2', 2, [2]],
    ['section-3', 1, undefined],
  ]);
  expect(heard(song)).toEqual(['0/55', '840/48', '4200/52', '7560/48', '10920/57', '14280/48'].sort());
});

describe('a D.S. al Coda', () => {
  const bar = (string: number, signs?: ParsedBar['signs']): ParsedBar => ({
    ...{ metre: { beats: 4, unit: 4 }, ticks: 3360, chords: [], ...(signs ? { signs } : {}) },
    notes: [{ at: 0, ticks: 3360, string, fret: 0, marks: {} }],
  });

  test('is the order of the song’s sections: played again, then the coda', () => {
    const bars = [bar(6), bar(5, { segno: true, toCoda: true }), bar(4, { back: 'segno' }), bar(3, { coda: true })];
    const { sections, form } = inferForm(
      bars,
      bars.map((_, index) => ({ id: `${index}` }) as unknown as Bar),
    );
    const played = form.flatMap(({ section, times }) =>
      Array.from({ length: times }, () => sections.find(({ id }) => id === section)?.bars ?? []).flat(),
    );
    expect(played.map((one) => (one as unknown as { id: string }).id).join(' ')).toBe('0 1 2 1 3');
    expect(sections).toHaveLength(4);
  });
});
