import createVerovioModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';
import { valueOrThrow } from '../../errors/index.ts';
import {
  ENGRAVED_HEIGHT,
  engravingOptions,
  exportMusicXml,
  prepareForEngraving,
  refineEngraving,
} from '../../formats/index.ts';
import { createSongFromChart, parseChart, prepareSongExport } from '../index.ts';

const toolkit = createVerovioModule().then((module) => new VerovioToolkit(module));

const chart = (section: string): string => `${section}:\n| C | C | G/B | G/B |\nLast lines:\n| F | C | G | C |`;

const engrave = async (section: string, width: number): Promise<string> => {
  const made = await toolkit;
  const metre = { beats: 3, unit: 4 } as const;
  const song = valueOrThrow(createSongFromChart(valueOrThrow(parseChart(chart(section))), 'Song', { metre }));
  const { score, annotations } = prepareSongExport(song);
  const digits = score.strokes.map(({ string }) => (string > 3 ? 'p' : 'i'));
  const source = exportMusicXml(score, digits, annotations, { showDigits: true, counts: true });
  made.setOptions(engravingOptions(source, { width, height: ENGRAVED_HEIGHT.together, scale: 40 }));
  made.loadData(prepareForEngraving(source));
  return refineEngraving(made.renderToSVG(1));
};

const numbersIn = (svg: string, place: RegExp): readonly number[] => (place.exec(svg) ?? []).slice(1).map(Number);

/** Letters of a chord name are 324 units high; so much air is wanted between it and the box. */
const [LETTER, AIR] = [324, 100] as const;

test.each(['Verse', 'Chorus', 'Refrain', 'Instrumental bridge'])(
  'the box of “%s” stands over the first chord name or keeps off it',
  async (section) => {
    for (const width of [600, 695, 1000]) {
      const svg = await engrave(section, width);
      const [x = 0, y = 0, height = 0, across = 0] = numbersIn(
        svg,
        /class="reh".*\s*<rect[^>]*x="(\S+)" y="(\S+)" height="(\S+)" width="(\S+)"/,
      );
      const [chordX = 0, chordY = 0] = numbersIn(svg, /class="harm".*\s*<text x="(\S+)" y="(\S+)"/);
      expect([across, chordX].every((value) => value > 0)).toBe(true);
      const isAbove = y + height <= chordY - 0.75 * LETTER;
      expect(isAbove || x + across + AIR <= chordX).toBe(true);
    }
  },
);

test('words stand on a line of their own below the counts, from where the bar sounds first', async () => {
  const sheet = 'Verse\nG         D\nSlowly    over\nEm        C\nthe water here';
  const song = valueOrThrow(createSongFromChart(valueOrThrow(parseChart(sheet)), 'Song'));
  const { score, annotations } = prepareSongExport(song);
  const digits = score.strokes.map(({ string }) => (string > 3 ? 'p' : 'i'));
  const source = exportMusicXml(score, digits, annotations, { showDigits: true, counts: true });
  const made = await toolkit;
  made.setOptions(engravingOptions(source, { width: 695, height: ENGRAVED_HEIGHT.together, scale: 40 }));
  made.loadData(prepareForEngraving(source));
  const verses = [...made.renderToSVG(1).matchAll(/class="verse"[^]*?<text[^>]*x="(\S+)" y="(\S+)"[^]*?<\/text>/g)].map(
    ([whole, x, y]) => ({
      words: whole
        .replace(/<[^>]*>|\s+/g, ' ')
        .trim()
        .split(' ')
        .at(-1),
      x: Number(x),
      y: Number(y),
    }),
  );
  const count = verses.find(({ words }) => words === '1');
  const word = verses.find(({ words }) => words === 'Slowly');
  expect(word && count && word.y - count.y).toBeGreaterThan(LETTER);
  // Both begin with the bar: the thumb sounds on 1.
  expect(word && count && Math.abs(word.x - count.x)).toBeLessThan(2 * LETTER);
});
