import { SaxesParser } from 'saxes';
import createVerovioModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';
import { valueOrThrow } from '../../errors/index.ts';
import {
  createSongFromChart,
  createSongFromScore,
  flattenSong,
  parseChart,
  prepareSongExport,
  type FormEntry,
  type Song,
} from '../../song/index.ts';
import { createSeededRandom } from '../../sound/index.ts';
import { parseAbc } from '../abc/parse-abc.ts';
import { exportAbc, exportLilypond, exportMusicXml } from '../index.ts';
import { parseMusicXmlText } from '../musicxml/import-musicxml.ts';
import type { ParsedBar, ParsedMusic } from '../parsed-music/parsed-music.ts';
import { expandRepeats } from '../parsed-music/repeats.ts';
import { planForm } from './plan-form.ts';
import type { RepeatSigns, WrittenBar } from './repeat-signs.ts';

const CHART = ['A:', '| C | F | C | G |', 'B:', '| Am | F | Dm | G |', 'C:', '| F | G | Em | Am |', 'D:', '| C | C |'];

const LETTERS = valueOrThrow(createSongFromChart(valueOrThrow(parseChart(CHART.join('\n'))), 'Letters', {}));

/** Bars of the first section that stand in place of its last one, the second time. */
const SECOND_ENDING = [{ time: 2, bars: (LETTERS.sections[3]?.bars ?? []).slice(0, 1) }];

/** A song by its parts, `A A2 B`: `A2` is played twice, `A2'` with an ending of its own the second time. */
const songOf = (form: string): Song => ({
  ...LETTERS,
  form: form.split(' ').map((part): FormEntry => ({
    section: `section-${'ABCD'.indexOf(part.charAt(0)) + 1}`,
    times: Number(part.charAt(1) || 1),
    ...(part.endsWith("'") ? { endings: SECOND_ENDING } : {}),
  })),
});

const written = (song: Song, mostTimes = 16): readonly WrittenBar[] => {
  const { score, annotations } = prepareSongExport(song);
  return planForm(score, annotations, mostTimes);
};

const before = ({ segno, coda, repeatBegins, beginsEnding }: RepeatSigns): string =>
  [segno && '𝄋', coda && 'coda', repeatBegins && '|:', beginsEnding && `[${beginsEnding.join(',')}`]
    .filter(Boolean)
    .join(' ');

const after = ({ repeatEnds, fine, toCoda, back, until }: RepeatSigns): string =>
  [
    repeatEnds && `:|${repeatEnds > 2 ? repeatEnds : ''}`,
    fine && 'Fine',
    toCoda && 'To',
    back && `D.${back === 'start' ? 'C' : 'S'}.${until ?? ''}`,
  ]
    .filter(Boolean)
    .join(' ');

/** What is written, a letter for each bar, with its signs. */
const read = (form: string, mostTimes?: number): string => {
  const song = songOf(form);
  const { annotations } = prepareSongExport(song);
  let letter = '';
  const text = written(song, mostTimes).map(({ played, signs }) => {
    letter = annotations.sections?.get(played) ?? letter;
    return `${before(signs)} ${letter.toLowerCase()} ${after(signs)}`;
  });
  return text.join(' ').replace(/\s+/g, ' ').trim();
};

// The usual ways of writing a form once (common practice, no source).
test.each([
  ['A B C', 'a a a a b b b b c c c c'],
  ['A2 B', '|: a a a a :| b b b b'],
  ['A A A B', '|: a a a a :|3 b b b b'],
  ['A B A B C', '|: a a a a b b b b :| c c c c'],
  ["A2' B", '|: a a a [1 a :| [2 a b b b b'],
  ['A B A', 'a a a a Fine b b b b D.C.Fine'],
  ['D A B A C', 'd d 𝄋 a a a a To b b b b D.S.Coda coda c c c c'],
  ['A2 B A C', '|: a a a a :| To b b b b D.C.Coda coda c c c c'],
  ["A2' B A", '|: a a a [1 a :| [2 a b b b b a a a a'],
])('%s is written %s', (form, expected) => expect(read(form)).toBe(expected));

test('a repeat no longer than a format has a sign for', () =>
  expect(read('A A A B', 2)).toBe('|: a a a a :| a a a a b b b b'));

const RANDOM_FORMS = Array.from({ length: 300 }, (_, seed) => {
  const random = createSeededRandom(seed + 1);
  const any = (signs: string): string => signs.charAt(Math.floor(random() * signs.length));
  return Array.from({ length: 2 + Math.floor(random() * 8) }, () => {
    const times = any('111223');
    return `${any('AABCD')}${times}${times === '2' && random() < 0.4 ? "'" : ''}`;
  }).join(' ');
});

const METRE = { beats: 4, unit: 4 } as const;

test('whoever follows the signs of a form plays what the form plays', () => {
  for (const form of RANDOM_FORMS) {
    const song = songOf(form);
    const { score, annotations } = prepareSongExport(song);
    const kindOf = (bar: number): string =>
      `${[...(annotations.parts ?? [])].findLast(([first]) => first <= bar)?.[1]} ${score.chords.findLast(({ at }) => at <= (score.bars[bar]?.at ?? 0))?.voicing.chord}`;
    const bars = planForm(score, annotations, 16).map(({ played, signs }): ParsedBar => ({
      ...{ metre: METRE, ticks: 3360, notes: [], chords: [], lyrics: kindOf(played), signs },
      ...(signs.repeatBegins ? { repeatBegins: true } : {}),
      ...(signs.repeatEnds ? { repeatEnds: signs.repeatEnds } : {}),
      ...(signs.beginsEnding ? { endings: signs.beginsEnding } : {}),
    }));
    const played = expandRepeats(bars, 999).map(({ lyrics }) => lyrics);
    expect({ form, played }).toEqual({ form, played: score.bars.map((_, bar) => kindOf(bar)) });
  }
});

const heard = (song: Song): readonly string[] =>
  flattenSong(song)
    .strokes.flatMap(({ at, pitch }) => (pitch === null ? [] : [`${at}/${pitch}`]))
    .sort();

const back = (music: ParsedMusic): Song => valueOrThrow(createSongFromScore(music)).song;

const exported = (song: Song) => {
  const { score, annotations } = prepareSongExport(song);
  return [score, score.strokes.map(() => null), annotations] as const;
};

test.each(RANDOM_FORMS.slice(0, 40))('%s comes back from MusicXML and ABC as it was heard', (form) => {
  const song = songOf(form);
  const xml = back(valueOrThrow(parseMusicXmlText(exportMusicXml(...exported(song)), new SaxesParser())));
  expect(heard(xml)).toEqual(heard(song));
  const abc = back(valueOrThrow(parseAbc(exportAbc(...exported(song)))));
  expect(heard(abc)).toEqual(heard(song));
});

test('a form with a D.S. al Coda comes back as a form, and goes out as it came', () => {
  const source = exportMusicXml(...exported(songOf('D A B A C')));
  expect(source).toContain('D.S. al Coda');
  const song = back(valueOrThrow(parseMusicXmlText(source, new SaxesParser())));
  expect(song.sections.map(({ name }) => name)).toEqual(['D', 'A', 'B', 'C']);
  expect(song.form.map(({ section }) => song.sections.find(({ id }) => id === section)?.name).join('')).toBe('DABAC');
  expect(exportMusicXml(...exported({ ...song, name: 'Letters' }))).toBe(source);
});

// Verovio plays repeats and endings by itself.
test.each([['A2 B'], ["A2' B"], ['A B A B C']])(
  'another notation engine plays %s for as long as it is',
  async (form) => {
    const engine = new VerovioToolkit(await createVerovioModule());
    engine.setOptions({ inputFrom: 'auto' });
    const song = songOf(form);
    expect(Boolean(engine.loadData(exportMusicXml(...exported(song))))).toBe(true);
    const map = engine.renderToTimemap({ includeMeasures: true }) as readonly { readonly qstamp: number }[];
    const bars = map.filter((event) => 'measureOn' in event);
    expect(bars).toHaveLength(prepareSongExport(song).score.bars.length);
  },
);

test('LilyPond has repeats, endings and the way back in its own words', () => {
  expect(exportLilypond(...exported(songOf("D A2' B A C")))).toMatch(
    /\\repeat volta 2 \{[^}]*\} \\alternative \{\s*\\volta 1 \{/,
  );
  expect(exportLilypond(...exported(songOf('D A B A C')))).toContain('\\textEndMark "D.S. al Coda"');
});
