import createVerovioModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';
import { valueOrThrow } from '../../errors/index.ts';
import { createSeededRandom } from '../../sound/index.ts';
import { formatKey } from '../../theory/index.ts';
import { parseFile } from '../detect/import-file.ts';
import { expandRepeats } from '../parsed-music/repeats.ts';
import { parseAbc } from './parse-abc.ts';

const tune = (body: string, fields = 'M:4/4\nL:1/8\nK:C'): string => `X:1\nT:Reeds\n${fields}\n${body}\n`;

const read = (text: string) => valueOrThrow(parseAbc(text));

/** Pitches of the first bar, and their lengths in eighths. */
const firstBar = (body: string, fields?: string): string => {
  const [bar] = read(tune(body, fields)).bars;
  return (bar?.notes ?? []).map(({ midi, ticks = 0 }) => `${midi}:${ticks / 420}`).join(' ');
};

// Worked examples of the standard (ABC 2.1), from memory.
test.each([
  ['octaves', "C,4 C c c'2", undefined, '48:4 60:1 72:1 84:2'],
  ['accidentals hold to the end of the bar, in every octave', '^F F f =f F', undefined, '66:1 66:1 78:1 77:1 65:1'],
  ['two sharps and two flats', '^^C __E', undefined, '62:1 62:1'],
  ['lengths', 'A2 A/2 A/ A3/2 A//', undefined, '69:2 69:0.5 69:0.5 69:1.5 69:0.25'],
  ['broken rhythm', 'A>B A<B A>>B', undefined, '69:1.5 71:0.5 69:0.5 71:1.5 69:1.75 71:0.25'],
  ['a triplet', '(3ABc', undefined, '69:0.667 71:0.667 72:0.667'],
  ['a triplet over two of four', '(3:2:2A2B', undefined, '69:1.333 71:0.667'],
  ['a chord as long as its first note', '[CEG]2 [C2E2]', undefined, '60:2 64:2 67:2 60:2 64:2'],
  ['a tie', 'A2-A2 B', undefined, '69:4 71:1'],
  ['a key with flats', 'B E', 'M:4/4\nL:1/8\nK:Bb', '70:1 63:1'],
  ['a mode', 'F C', 'M:4/4\nL:1/8\nK:D dor', '65:1 60:1'],
  ['minor', 'F G', 'M:4/4\nL:1/8\nK:Em', '66:1 67:1'],
  ['an accidental beside the key', 'F C', 'M:4/4\nL:1/8\nK:D exp ^f', '66:1 60:1'],
  ['the unit of a short metre', 'A', 'M:2/4\nK:C', '69:0.5'],
  ['an octave clef', 'A', 'M:4/4\nL:1/8\nK:C clef=treble-8', '57:1'],
])('%s: %s', (_, body, fields, expected) => {
  const rounded = firstBar(body, fields).replace(/\d+\.\d+/g, (number) => String(Number(Number(number).toFixed(3))));
  expect(rounded).toBe(expected);
});

test('the whole of a tune: title, key, metre, tempo, chords, repeats, endings, words, signs', () => {
  const music = read(
    'X:1\nT:The lock\nM:6/8\nL:1/8\nQ:3/8=100\nK:Edor\n|:"Em"EFG A2B|1 "D"d3 A3:|2 "Em"E6||\nw: one two three four five\nG6 !fine!|]\n',
  );
  expect(music.name).toBe('The lock');
  expect(formatKey(music.key)).toBe('E dorian');
  const [first, second, third, fourth] = music.bars;
  expect(first).toMatchObject({ repeatBegins: true, tempo: 100, lyrics: 'one two three four five' });
  expect(first?.chords).toEqual([{ at: 0, symbol: 'Em' }]);
  expect(second).toMatchObject({ endings: [1], repeatEnds: 2 });
  expect(third).toMatchObject({ endings: [2], endsSection: true });
  expect(fourth).toMatchObject({ signs: { fine: true } });
  expect(expandRepeats(music.bars, 99)).toHaveLength(5);
});

test('voices and tunes can be chosen', () => {
  const text =
    'X:1\nT:Two\nL:1/4\nK:C\nV:1 name="Melody"\nV:2 name="Bass"\n[V:1] CDEF|\n[V:2] C,4|\nX:2\nT:More\nK:G\nGAB|\n';
  const { parts } = read(text);
  expect(parts).toEqual([
    { name: 'Melody', notes: 4 },
    { name: 'Bass', notes: 1 },
    { name: 'More', notes: 3 },
  ]);
  expect(valueOrThrow(parseAbc(text, 1)).bars[0]?.notes[0]?.midi).toBe(48);
});

test('what cannot be read is told with its place, and the rest is read', () => {
  const music = read(tune('C D ? E |'));
  expect(music.bars[0]?.notes).toHaveLength(3);
  expect(music.warnings).toEqual([
    expect.objectContaining({ code: 'abc-unreadable', details: { line: 6, column: 5, value: '?' } }),
  ]);
  expect(parseAbc('X:1\nK:C\n').ok).toBe(false);
});

test('a file is known by its name or by how it begins', () => {
  const tools = { createParser: () => undefined as never, unzip: () => ({}) };
  const bytes = new TextEncoder().encode('% a tune\nX:1\nK:C\nCDEF|');
  for (const name of ['lock.abc', 'lock.txt']) expect(valueOrThrow(parseFile({ name, bytes }, tools)).kind).toBe('abc');
});

describe('beside an independent reader (Verovio)', () => {
  let module: Awaited<ReturnType<typeof createVerovioModule>>;
  beforeAll(async () => {
    module = await createVerovioModule();
  });

  /** Pitches in time order as the other reader has them: time in eighths, MIDI number. */
  const byOther = (text: string): readonly string[] => {
    // A reader for each; a key without signs it takes for the one of the tune before.
    const toolkit = new VerovioToolkit(module);
    toolkit.setOptions({ inputFrom: 'abc' });
    toolkit.loadData(text);
    const map = toolkit.renderToTimemap({ includeMeasures: false, includeRests: false }) as {
      readonly qstamp: number;
      readonly on?: readonly string[];
    }[];
    const heard = map.flatMap(({ qstamp, on = [] }) =>
      on.map((id) => {
        const { pitch } = toolkit.getMIDIValuesForElement(id) as { readonly pitch: number };
        return `${Math.round(2000 * qstamp) / 1000} ${pitch}`;
      }),
    );
    return [...heard].sort();
  };

  const byUs = (text: string): readonly string[] => {
    let start = 0;
    return read(text)
      .bars.flatMap((bar) => {
        const here = start;
        start += bar.ticks;
        return bar.notes.map(({ at, midi }) => `${Math.round((1000 * (here + at)) / 420) / 1000} ${midi}`);
      })
      .sort();
  };

  // It does not carry accidentals on to the end of a bar: the tunes have those of their keys.
  test('thirty random tunes in many keys sound the same', () => {
    const random = createSeededRandom(5);
    const pick = <T>(items: readonly T[]): T => items[Math.floor(random() * items.length)] as T;
    for (let index = 0; index < 30; index += 1) {
      const key = pick(['G', 'D', 'A', 'F', 'Bb', 'Eb', 'Em', 'Dm', 'Cm', 'Bm']);
      const bars = Array.from({ length: 4 }, () =>
        Array.from({ length: 4 }, () => {
          const note = () => `${pick([...'CDEFGABcdefg'])}${pick(['', '', ',', "'"])}`;
          return pick([`${note()}2`, `${note()}${note()}`, `${note()}3/2${note()}/2`]);
        }).join(' '),
      );
      const text = tune(`${bars.join(' | ')} |]`, `M:4/4\nL:1/8\nK:${key}`);
      expect(`${text} ${byUs(text).join(' ')}`).toBe(`${text} ${byOther(text).join(' ')}`);
    }
  });
});

test('hostile texts are read or refused, with whole numbers, and none takes long', () => {
  const random = createSeededRandom(3);
  const base =
    'X:1\nM:6/8\nL:1/8\nQ:3/8=100\nK:Edor\n|:"Em"EFG A2B|1 "D"d3 A3:|2 "Em"E6||\nw: one two\n(3G{f}A>B [CEG]2 z Z2 !fine!|]\n';
  const signs = '[]|:(){}"!^_=,\'/<>-0123456789ABCDEFGabcdefgzZxKMLQVw%\n &';
  for (let round = 0; round < 2000; round += 1) {
    const text = [...base];
    for (let change = 0; change < 1 + random() * 5; change += 1)
      text.splice(
        Math.floor(random() * text.length),
        Math.floor(random() * 4),
        signs.charAt(Math.floor(random() * signs.length)),
      );
    const music = parseAbc(text.join(''));
    const bars = music.ok ? music.value.bars : [];
    for (const { ticks, notes } of bars) {
      expect(Number.isInteger(ticks)).toBe(true);
      for (const note of notes) expect([note.at, note.ticks, note.midi].every(Number.isInteger)).toBe(true);
    }
  }
  for (const sign of ['|', '[', '"', '!a', 'A', ' ', '%', '(3', '{', '-'])
    expect(typeof parseAbc(`X:1\nK:C\n${sign.repeat(90_000)}`).ok).toBe('boolean');
  expect(parseAbc('A'.repeat(200_001))).toMatchObject({ ok: false, problems: [{ code: 'too-large' }] });
});
