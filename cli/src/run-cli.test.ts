import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseChart, createSongFromChart, valueOrThrow, serialiseSong } from '@fleet-wren/core';
import { parseMidi } from 'midi-file';
import { runCliSync } from './run-cli.ts';

const text = (args: readonly string[]): string => String(runCliSync(args).output);
const json = <T>(args: readonly string[]): T => JSON.parse(text([...args, '--json'])) as T;
const folder = mkdtempSync(join(tmpdir(), 'wren-'));
const fileWith = (name: string, content: string | Uint8Array): string => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};

interface Fingered {
  readonly strokes: readonly { readonly at: number; readonly string: number; readonly digit: string }[];
  readonly cost: number;
  readonly ceiling: { readonly bpm: number; readonly cause: string };
}

describe('finger', () => {
  test('answers a quick question for machines', () => {
    const { strokes, ceiling, cost } = json<Fingered>([
      'finger',
      '--strings',
      '6 3 2+1 2 3',
      '--subdivision',
      '3',
      '--school',
      'one-per-string',
      '--tempo',
      '90',
    ]);
    expect(strokes).toEqual([
      { at: 0, string: 6, digit: 'p' },
      { at: 280, string: 3, digit: 'i' },
      { at: 560, string: 2, digit: 'm' },
      { at: 560, string: 1, digit: 'a' },
      { at: 840, string: 2, digit: 'm' },
      { at: 1120, string: 3, digit: 'i' },
    ]);
    expect(cost).toBeGreaterThan(0);
    expect(ceiling.bpm).toBeCloseTo((60 * (280 / 840)) / (0.235 * 1.15), 3);
    expect(ceiling.cause).toMatch(/^the middle finger repeating string 2 \(beat 1 let → beat 2\)$/);
  });

  test('answers in words', () => {
    expect(text(['finger', '--strings', '5 3 2 3'])).toMatch(
      /beat 1 +string 5 {2}p\n.*beat 1 e +string 3 {2}i[\s\S]*Max tempo \d+ bpm, limited by /,
    );
  });
});

test('analyse gives load, findings and ceiling', () => {
  expect(text(['analyse', '--strings', '6 3 2 1 2 3', '--tempo', '80'])).toMatch(
    /thumb +1 note, [\s\S]*No problems found\./,
  );
  expect(json<{ load: unknown[] }>(['analyse', '--strings', '6 3 2 1'])).toHaveProperty('load.length', 4);
});

describe('the best few, other hands, other schools', () => {
  test('finger --k gives distinct fingerings, cheapest first, each with what it trades', () => {
    const found = json<{ digits: string[]; cost: number; trade: string }[]>([
      'finger',
      '--strings',
      '5 3 2 3',
      '--k',
      '3',
    ]);
    expect(found).toHaveLength(3);
    expect(found[0]).toMatchObject({ digits: ['p', 'i', 'm', 'i'], trade: 'Best in this school' });
    expect(found.map(({ cost }) => cost)).toEqual(found.map(({ cost }) => cost).sort((a, b) => a - b));
    expect(found[1]?.trade).toMatch(/^Avoids at beat \d.*In return at beat \d|^Worse at beat \d|^As good as the best$/);
  });

  test('a line ends where a cycle goes round', () => {
    const finger = (...more: string[]): Fingered =>
      json<Fingered>(['finger', '--strings', '4 3 2 1', '--school', 'economy', '--tempo', '120', ...more]);
    expect(finger('--line').strokes.map(({ digit }) => digit)).toEqual(['down', 'down', 'down', 'down']);
    expect(finger('--line').ceiling.bpm).toBeGreaterThan(finger().ceiling.bpm);
  });

  test('a slower hand has a lower ceiling; a hand from a file is read', () => {
    const ceiling = (profile: string): number =>
      json<Fingered>(['finger', '--strings', '5 3 2 3', '--profile', profile]).ceiling.bpm;
    expect(ceiling('new-to-it')).toBeCloseTo(ceiling('able-adult') / 1.7, 1);
    expect(ceiling(fileWith('hand.json', '{"name": "Slow", "scale": {"p": 2, "i": 2, "m": 2, "a": 2}}'))).toBeLessThan(
      ceiling('able-adult'),
    );
  });

  test('compare sets schools side by side and says which is best', () => {
    const found = json<{ approaches: { school: string; ceiling: { bpm: number } }[]; best: string[]; why: string }>([
      'compare',
      '--strings',
      '1 1 1 1',
      '--tempo',
      '120',
      '--schools',
      'thumb-index:strict,alternation:i-m',
    ]);
    expect(found.approaches.map(({ school }) => school)).toEqual(['thumb-index:strict', 'alternation:i-m']);
    expect(found.approaches[0]?.ceiling.bpm).toBeCloseTo((60 * 0.25) / 0.235, 2);
    expect(found.best).toEqual(['alternation:i-m']);
    expect(text(['compare', '--strings', '5 3 2 3'])).toMatch(
      /One finger per string \(one-per-string\)[\s\S]*max tempo \d+; notes p 1, i 2, m 1/,
    );
  });
});

describe('export', () => {
  test('JSON comes back as it went', () => {
    const written = text(['export', '--strings', '6 3 2 1', '--chord', 'Em', '--to', 'json']);
    expect(text(['export', fileWith('roll.json', written), '--to', 'json'])).toBe(written);
  });

  test('tablature has a line for each string, MIDI is read by an independent reader', () => {
    expect(text(['export', '--strings', '6 3 2 1', '--to', 'tab']).match(/\|-/g)).toHaveLength(6);
    const { output } = runCliSync(['export', '--strings', '6 3 2 1', '--to', 'midi']);
    const notes = (parseMidi(output as Uint8Array).tracks[0] ?? []).filter(({ type }) => type === 'noteOn');
    expect(notes).toHaveLength(4);
    expect(text(['export', '--strings', '6 3 2 1', '--to', 'musicxml'])).toMatch(
      /<score-partwise version="4.0">[\s\S]*<pluck>p<\/pluck>/,
    );
  });
});

describe('songs and chords', () => {
  const chart = valueOrThrow(parseChart('Verse:\n| C | G |\nChorus:\n| F | C | x2'));
  const file = fileWith('song.json', serialiseSong(valueOrThrow(createSongFromChart(chart, 'Low water'))));

  test('a song in words and for machines', () => {
    expect(text(['song', file])).toMatch(
      /Low water, Verse · Chorus ×2[\s\S]*Max tempo \d+ bpm, limited by bar \d[\s\S]*of 6 bars/,
    );
    const found = json<{ bars: { chords: string[]; motif: string }[]; order: { reached: number }[] }>(['song', file]);
    expect(found.bars.map(({ chords }) => chords[0])).toEqual(['C', 'G', 'F', 'C', 'F', 'C']);
    expect(found.order.at(-1)?.reached).toBe(6);
  });

  test('capos and keys', () => {
    const { here, keys } = json<{ here: { capo: number; open: number }[]; keys: { open: number }[] }>(['capo', file]);
    expect(here[0]).toMatchObject({ open: 3 });
    expect(keys).toHaveLength(3);
    expect(text(['capo', file])).toMatch(/Low water, original key[\s\S]*Other keys/);
  });

  test('the shapes of a chord, in any tuning, behind a capo', () => {
    expect(text(['voicings', 'Am7/G'])).toMatch(/3 0 2 2 1 0/);
    const shapes = json<{ frets: (number | null)[]; known: boolean }[]>(['voicings', 'C', '--capo', '2']);
    expect(shapes[0]).toMatchObject({ frets: [null, 3, 2, 0, 1, 0], known: true });
    expect(runCliSync(['voicings', 'Cq']).error).toMatch(/“q” is unknown/);
    expect(runCliSync(['voicings', 'C', '--tuning', 'loose']).error).toMatch(/no tuning “loose”/);
    // A tuning by its notes: all open strings of D A D G A D are Dsus4.
    expect(text(['voicings', 'Dsus4', '--tuning', 'DADGAD'])).toMatch(/^Dsus4\n {2}0 0 0 0 0 0 /);
    expect(text(['voicings', 'C5', '--tuning', 'drop C'])).toMatch(/ 0 0 0 /);
    expect(runCliSync(['voicings', 'C', '--capo', '40']).error).toMatch(/capo at fret 40/);
    expect(runCliSync(['voicings']).error).toMatch(/^Which chord\?/);
  });

  test('harmonics over a shape', () => {
    const { points } = json<{ points: { touch: number }[] }>(['harmonics', '--frets', '3 5 5 4 3 3']);
    expect(points.map(({ touch }) => touch)).toEqual([15, 17, 17, 16, 15, 15]);
    expect(text(['harmonics', '--frets', 'x x 0 2 3 2'])).toMatch(/string 4, fret {2}0, touch 12, sounds D4/);
    expect(runCliSync(['harmonics', '--frets', '3 5']).error).toMatch(/6 frets/);
  });

  test('a song that is none', () => {
    expect(runCliSync(['song', fileWith('no-song.json', '{}')]).error).toMatch(/not a Fleet Wren/);
    expect(runCliSync(['song']).error).toMatch(/^Which song\?/);
    expect(runCliSync(['capo', '/nowhere']).error).toMatch(/ENOENT/);
  });
});

describe('learn', () => {
  const folder = mkdtempSync(join(tmpdir(), 'wren-learn-'));
  const pinnedFile = (name: string, strings: string, pins: Readonly<Record<number, string>>): void => {
    const kept = JSON.parse(text(['export', '--strings', strings, '--to', 'json'])) as {
      pattern: { strokes: { pin?: string }[] };
    };
    for (const [index, pin] of Object.entries(pins))
      (kept.pattern.strokes[Number(index)] as { pin?: string }).pin = pin;
    writeFileSync(join(folder, name), JSON.stringify(kept));
  };

  test('a school from a folder of patterns, in words and for machines', () => {
    pinnedFile('a.json', '5 2 1 2 4 2 1 2', { 1: 'i', 2: 'm', 5: 'i', 6: 'm' });
    pinnedFile('b.json', '6 2 1 2 4 2 1 2', { 1: 'i', 2: 'm', 5: 'i', 6: 'm' });
    expect(text(['learn', folder, '--base', 'one-per-string'])).toMatch(
      /8 of 8 pins now follow from the school; before: 0\./,
    );
    const { school, pins } = JSON.parse(text(['learn', folder, '--json', '--name', 'Ours'])) as {
      school: { name: string };
      pins: { learnt: number };
    };
    expect([school.name, pins.learnt]).toEqual(['Ours', 8]);
  });

  test('a folder that is not there, and none at all', () => {
    expect(runCliSync(['learn', '/nowhere/at/all']).error).toMatch(/cannot be read \(ENOENT\)/);
    expect(runCliSync(['learn']).error).toMatch(/^Which folder/);
  });
});

describe('files of others', () => {
  const TAB = ['e|---0---0|', 'B|-1---1--|', 'G|--------|', 'D|--------|', 'A|3---2---|', 'E|--------|'];

  test('tablature comes in as ours, with what was guessed said beside', () => {
    const { code, output, error } = runCliSync(['import', fileWith('mill.txt', ['Mill song', '', ...TAB].join('\n'))]);
    expect(code).toBe(0);
    expect(JSON.parse(output as string)).toMatchObject({ pattern: { name: 'Mill song', bars: 1 } });
    expect(error).toMatch(/Note times come from the column spacing/);
  });

  test('a song sheet becomes a song, and a sheet again', () => {
    const sheet = 'Low Water\n\nVerse\nC     G\nlow   water\n\nChorus\n[F]rise\n\nVerse\nChorus x2\n';
    const song = fileWith('sheet.json', text(['import', fileWith('sheet.txt', sheet), '--song']));
    expect(
      (JSON.parse(readFileSync(song, 'utf8')) as { song: { figures: { name: string }[] } }).song.figures[0]?.name,
    ).toMatch(/^[A-Z][a-z]/);
    expect(text(['export', song, '--to', 'song-sheet'])).toBe(
      'Low Water\nTime: 4/4   Tempo: 80\n\n[Verse]\n| C   | G     |\n  low   water\n\n[Chorus]\n| F    |\n  rise\n\n[Verse]\n\n[Chorus] (x2)\n',
    );
    const wrong = runCliSync(['import', fileWith('wrong.txt', 'Verse\nC  G  Emq7\nla'), '--song']);
    expect(wrong.error).toMatch(/Line 2, column 7: “Emq7” is not a chord/);
  });

  test('as a song, and out again as a score', () => {
    const song = runCliSync(['import', fileWith('mill.tab', TAB.join('\n')), '--song']);
    const file = fileWith('mill-song.json', song.output as string);
    const score = runCliSync(['export', file, '--to', 'musicxml']);
    expect(score.output).toMatch(/<score-partwise/);
    expect(runCliSync(['export', file, '--to', 'midi']).error).toBe('MIDI cannot store: fingers and chords.');
  });

  test.each<[string, string[], RegExp]>([
    ['no file', ['import'], /^Which file\?/],
    ['bars that are none', ['import', 'x', '--bars', 'all'], /--bars needs a range like 1-8/],
    ['a part that is none', ['import', 'x', '--part', '0'], /--part needs a number from 1/],
    ['a file that is not there', ['import', '/nowhere.mid'], /cannot be read \(ENOENT\)/],
  ])('%s', (_what, args, words) => {
    const { code, error } = runCliSync(args);
    expect(code).toBe(2);
    expect(error).toMatch(words);
  });
});

describe('what is refused, and how it is said', () => {
  test.each<[string, string[], RegExp]>([
    [
      'an unknown school',
      ['finger', '--strings', '6 3', '--school', 'nobody'],
      /no fingering school “nobody”.*one-per-string/,
    ],
    ['a figure that cannot be read', ['finger', '--strings', '6 9'], /Position 2: “9”/],
    ['a figure of rests', ['finger', '--strings', '- - - -'], /no notes to finger yet/],
    ['a tempo of 0', ['finger', '--strings', '6 3', '--tempo', '0'], /^0 bpm is out of range. Choose 20 to 400/],
    ['a tempo that is no number', ['finger', '--strings', '6 3', '--tempo', 'fast'], /--tempo needs a number/],
    [
      'a hand of zero',
      ['finger', '--strings', '6 3', '--profile', fileWith('zero.json', '{"scale": {"i": 0}}')],
      /The index cannot be 0 times as slow/,
    ],
    [
      'a hand that is not JSON',
      ['finger', '--strings', '6 3', '--profile', fileWith('no.json', 'slow')],
      /it is not JSON/,
    ],
    ['one school to compare', ['compare', '--strings', '6 3', '--schools', 'rolling'], /Compare 2 to 40 schools/],
    ['no answers asked for', ['finger', '--strings', '6 3', '--k', '0'], /--k must be a whole number/],
    ['an unknown command', ['dance'], /no command “dance”/],
    ['an unknown flag', ['finger', '--loud'], /loud/],
    ['no file', ['finger'], /^Which file\?/],
    ['a file that is not there', ['finger', '/nowhere/at/all.json'], /cannot be read \(ENOENT\)/],
    ['nothing to export to', ['export', '--strings', '6 3 2 1', '--to', 'wax'], /--to tab, midi, json, musicxml/],
    [
      'a file that is not ours',
      ['finger', fileWith('other.json', '{"hello": 1}')],
      /not a Fleet Wren file of the right kind/,
    ],
    ['a truncated file', ['finger', fileWith('cut.json', '{"format": "fleet-wren-pat')], /ends early/],
  ])('%s', (_what, args, words) => {
    const { code, error } = runCliSync(args);
    expect(code).toBe(2);
    expect(error).toMatch(words);
  });
});
