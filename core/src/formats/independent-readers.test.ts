import fc from 'fast-check';
import { parseMidi } from 'midi-file';
import MidiPlayer from 'midi-player-js';
import { oneNoteEachArbitrary } from '../../test/arbitraries.ts';
import { createPattern, type Pattern } from '../pattern/index.ts';
import { flattenScore, tickToSeconds, type Score } from '../score/index.ts';
import { valueOrThrow } from '../errors/index.ts';
import {
  setRepeatCount,
  parseChart,
  flattenSong,
  createSongFromChart,
  createToggleEndingEdit,
  type Bar,
  type Section,
  type Song,
} from '../song/index.ts';
import { ticksPerBeat } from '../time/index.ts';
import { exportMidi, exportTab } from './index.ts';

/**
 * What we write, read by programs that know nothing of how we write: a line-by-line reader of tablature that takes its
 * times from the counts, and two MIDI libraries of the registry (midi-file, midi-player-js).
 */

/** A note as anybody would write it down: tick, string, what stands on the line. */
type Read = readonly [at: number, string: number, sign: string];

const SIGN = /[hpt/\\]?(?:<\d+>|\(\d+\)|\d+|x)/g;

interface Counted {
  readonly column: number;
  readonly text: string;
}

const countsOf = (line: string): readonly Counted[] =>
  [...line.matchAll(/\S+/g)].map((match) => ({ column: match.index, text: match[0] }));

/** The tick of each counted column from a tick on: a number begins a beat, what follows cuts it in equal parts. */
const ticksOf = (counts: readonly Counted[], from: number, beat: number): ReadonlyMap<number, number> => {
  const beats: Counted[][] = [];
  for (const count of counts) {
    if (/^\d+$/.test(count.text)) beats.push([]);
    beats.at(-1)?.push(count);
  }
  const times = beats.flatMap((parts, index) =>
    parts.map(({ column }, part): [number, number] => [column, from + beat * index + (beat * part) / parts.length]),
  );
  return new Map(times);
};

const readTab = (text: string, beat: number): readonly Read[] => {
  const lines = text.split('\n');
  let from = 0;
  const found: Read[] = [];
  lines.forEach((line, index) => {
    const isString = (one: string | undefined): boolean => /^[A-G][#b♯♭]?\d?\s+\d \|-/.test(one ?? '');
    if (!isString(line) || isString(lines[index - 1])) return;
    const counts = countsOf(lines[index - 1] ?? '');
    const times = ticksOf(counts, from, beat);
    for (let row = index; isString(lines[row]); row += 1) {
      const string = row - index + 1;
      const body = (lines[row] as string).replace(/^(.*?\|)/, (head) => ' '.repeat(head.length));
      for (const match of body.matchAll(SIGN)) found.push([times.get(match.index) ?? NaN, string, match[0]]);
    }
    from += beat * counts.filter(({ text: count }) => /^\d+$/.test(count)).length;
  });
  return found.sort((a, b) => a[0] - b[0] || a[1] - b[1]);
};

/** What a musician expects to see on the line of a stroke, its slur aside. */
const expectedSign = ({ dead, fret, harmonic, loudness }: Score['strokes'][number]): string => {
  if (fret === null || dead) return 'x';
  if (harmonic) return `<${harmonic.touch}>`;
  return loudness === 'soft' ? `(${fret})` : String(fret);
};

const expectedTab = (score: Score): readonly Read[] =>
  score.strokes
    .map((stroke): Read => [stroke.at, stroke.string, expectedSign(stroke)])
    .sort((a, b) => a[0] - b[0] || a[1] - b[1]);

const plain = (sign: string): string => sign.replace(/^[hpt/\\]/, '');

test('tablature of 300 random patterns, read line by line, has every note at its time', () => {
  fc.assert(
    fc.property(oneNoteEachArbitrary, (pattern) => {
      const score = flattenScore(pattern);
      const text = exportTab(score, [], 'School').split('\n').slice(3).join('\n');
      const read = readTab(text, ticksPerBeat(pattern.metre)).map(([at, string, sign]) => [at, string, plain(sign)]);
      expect(read).toEqual(expectedTab(score).map((one) => [...one]));
    }),
    { seed: 300, numRuns: 300 },
  );
});

/** Pitches with the ticks they begin at, as written into the file. */
type Heard = readonly [seconds: string, pitch: number];

const inOrder = (heard: readonly Heard[]): readonly Heard[] =>
  [...heard].sort((a, b) => Number(a[0]) - Number(b[0]) || a[1] - b[1]);

/** Seconds to a hundredth: MIDI has whole ticks only. */
const rounded = (seconds: number): string => seconds.toFixed(2);

const expectedHeard = (score: Score): readonly Heard[] =>
  inOrder(
    score.strokes.flatMap(({ at, pitch, silent }): Heard[] =>
      pitch === null || silent ? [] : [[rounded(tickToSeconds(score, at)), pitch]],
    ),
  );

/** Seconds at a tick by the tempos a reader met: microseconds a quarter from a tick on. */
const clockBy = (tempos: readonly (readonly [tick: number, perQuarter: number])[], division: number) => {
  const marks = [[0, 500_000] as const, ...tempos].sort((a, b) => a[0] - b[0]);
  return (tick: number): number => {
    let seconds = 0;
    marks.forEach(([from, perQuarter], index) => {
      const to = Math.min(tick, marks[index + 1]?.[0] ?? Infinity);
      if (to > from) seconds += ((to - from) * perQuarter) / 1e6 / division;
    });
    return seconds;
  };
};

const heardByMidiFile = (bytes: Uint8Array): readonly Heard[] => {
  const { header, tracks } = parseMidi(bytes);
  const tempos: [number, number][] = [];
  const notes: [number, number][] = [];
  for (const track of tracks) {
    let tick = 0;
    for (const event of track) {
      tick += event.deltaTime;
      if (event.type === 'setTempo') tempos.push([tick, event.microsecondsPerBeat]);
      if (event.type === 'noteOn' && event.velocity > 0) notes.push([tick, event.noteNumber]);
    }
  }
  const at = clockBy(tempos, header.ticksPerBeat ?? 1);
  return inOrder(notes.map(([tick, pitch]): Heard => [rounded(at(tick)), pitch]));
};

const heardByPlayer = (bytes: Uint8Array): readonly Heard[] => {
  const player = new MidiPlayer.Player(() => undefined);
  player.loadArrayBuffer(bytes.buffer as ArrayBuffer);
  const events = player.getEvents() as unknown as readonly (readonly {
    readonly name: string;
    readonly tick: number;
    readonly noteNumber?: number;
    readonly velocity?: number;
    readonly data?: number;
  }[])[];
  const all = events.flat();
  const tempos = all.flatMap(({ name, tick, data = 120 }): [number, number][] =>
    name === 'Set Tempo' ? [[tick, 60e6 / data]] : [],
  );
  const at = clockBy(tempos, player.division);
  return inOrder(
    all.flatMap(({ name, tick, noteNumber, velocity = 0 }): Heard[] =>
      name === 'Note on' && velocity > 0 && noteNumber !== undefined ? [[rounded(at(tick)), noteNumber]] : [],
    ),
  );
};

const near = (read: readonly Heard[], wanted: readonly Heard[]): void => {
  expect(read.map(([, pitch]) => pitch)).toEqual(wanted.map(([, pitch]) => pitch));
  read.forEach(([seconds], index) =>
    expect(Math.abs(Number(seconds) - Number((wanted[index] as Heard)[0]))).toBeLessThanOrEqual(0.021),
  );
};

/** At whole tempos whose quarter is a whole number of microseconds two readers agree to a hundredth of a second. */
const playable = oneNoteEachArbitrary
  .filter((pattern) => flattenScore(pattern).strokes.every(({ pitch }) => pitch === null || pitch <= 127))
  .map((pattern): Pattern => ({ ...pattern, tempo: 60 }));

test('MIDI of 300 random patterns, read by two libraries, has every note at its second', () => {
  fc.assert(
    fc.property(playable, (pattern) => {
      const score = flattenScore(pattern);
      const bytes = exportMidi(score);
      near(heardByMidiFile(bytes), expectedHeard(score));
      near(heardByPlayer(bytes), expectedHeard(score));
    }),
    { seed: 301, numRuns: 300 },
  );
});

test('two strings at one pitch do not end each other: each has a channel of its own', () => {
  const pattern = createPattern('Unison', {
    strokes: [
      { id: 'a', at: 0, string: 2, fret: 0 },
      { id: 'b', at: 210, string: 3, fret: 4 },
    ],
  });
  const channels = parseMidi(exportMidi(flattenScore(pattern)))
    .tracks.flat()
    .flatMap((event) => (event.type === 'noteOn' && event.velocity > 0 ? [event.channel] : []));
  expect(new Set(channels).size).toBe(2);
});

/** A song of a chart with a bar of another metre, a chorus of another tempo, an ending and a note of melody. */
const songOf = (chart: string, place: number): Song => {
  const read = valueOrThrow(createSongFromChart(valueOrThrow(parseChart(chart)), `Song ${place}`));
  const [verse, chorus] = read.sections as [Section, Section];
  const bars = verse.bars.map((bar, index): Bar => {
    if (index === place % verse.bars.length) return { ...bar, metre: { beats: (place % 3) + 1, unit: 4 } };
    return index === 0 ? { ...bar, melody: [{ id: 'm', at: 0, string: 1, fret: 5 }] } : bar;
  });
  const song = {
    ...read,
    tempo: 60,
    // Quarters of a whole number of microseconds, which readers agree about.
    sections: [
      { ...verse, bars },
      { ...chorus, tempo: [75, 100, 120, 150][place % 4] as number },
    ],
    form: read.form.map((part, index) => (index === 0 ? setRepeatCount(part, 2) : part)),
  };
  return { ...song, form: createToggleEndingEdit(song, 0, 2).form };
};

const CHARTS = [
  'Verse:\n| C | G | Am | F |\nChorus:\n| F | C | G | C |',
  'Verse:\n| D . . A | Bm | G | A7 |\nChorus:\n| G | D |',
  'Verse:\n| Em | % | C D | Em |\nChorus:\n| Am | Em | B7 | Em |',
  'Verse:\n| A | D | E7 | A |\nChorus:\n| D . E . | A | % |',
  'Verse:\n| G | G/B | C | D7 |\nChorus:\n| C | G | Am7 | D7 |',
];

test('ten songs with changes of metre and tempo, endings and melody, read by two libraries', () => {
  for (const [place, chart] of [...CHARTS, ...CHARTS].entries()) {
    const score = flattenSong(songOf(chart, place));
    const bytes = exportMidi(score);
    near(heardByMidiFile(bytes), expectedHeard(score));
    near(heardByPlayer(bytes), expectedHeard(score));
  }
});
