import fc from 'fast-check';
import { parseMidi } from 'midi-file';
import MidiPlayer from 'midi-player-js';
import { patternArbitrary } from '../../test/arbitraries.ts';
import { newPattern, type Pattern } from '../pattern/index.ts';
import { realise, secondsAt, type Score } from '../score/index.ts';
import { ticksPerBeat } from '../time/index.ts';
import { writeMidi, writeTab } from './index.ts';

/**
 * What we write, read by programs that know nothing of how we write: a line-by-line reader of tablature that takes its
 * times from the counts, and two MIDI libraries of the registry (midi-file, midi-player-js).
 */

/** A note as anybody would write it down: tick, string, what stands on the line. */
type Read = readonly [at: number, string: number, sign: string];

const SIGN = /[hp/\\]?(?:<\d+>|\(\d+\)|\d+|x)/g;

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
const expectedSign = ({ fret, harmonic, loudness }: Score['strokes'][number]): string => {
  if (fret === null) return 'x';
  if (harmonic) return `<${harmonic.touch}>`;
  return loudness === 'soft' ? `(${fret})` : String(fret);
};

const expectedTab = (score: Score): readonly Read[] =>
  score.strokes
    .map((stroke): Read => [stroke.at, stroke.string, expectedSign(stroke)])
    .sort((a, b) => a[0] - b[0] || a[1] - b[1]);

const plain = (sign: string): string => sign.replace(/^[hp/\\]/, '');

test('tablature of 300 random patterns, read line by line, has every note at its time', () => {
  fc.assert(
    fc.property(patternArbitrary, (pattern) => {
      const score = realise(pattern);
      const text = writeTab(score, [], 'School').split('\n').slice(3).join('\n');
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
      pitch === null || silent ? [] : [[rounded(secondsAt(score, at)), pitch]],
    ),
  );

const heardByMidiFile = (bytes: Uint8Array): readonly Heard[] => {
  const { header, tracks } = parseMidi(bytes);
  let perQuarter = 500_000;
  const notes: [number, number][] = [];
  for (const track of tracks) {
    let tick = 0;
    for (const event of track) {
      tick += event.deltaTime;
      if (event.type === 'setTempo') perQuarter = event.microsecondsPerBeat;
      if (event.type === 'noteOn' && event.velocity > 0) notes.push([tick, event.noteNumber]);
    }
  }
  const second = perQuarter / 1e6 / (header.ticksPerBeat ?? 1);
  return inOrder(notes.map(([tick, pitch]): Heard => [rounded(tick * second), pitch]));
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
  const tempo = all.find(({ name }) => name === 'Set Tempo')?.data ?? 120;
  const second = 60 / tempo / player.division;
  return inOrder(
    all.flatMap(({ name, tick, noteNumber, velocity = 0 }): Heard[] =>
      name === 'Note on' && velocity > 0 && noteNumber !== undefined ? [[rounded(tick * second), noteNumber]] : [],
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
const playable = patternArbitrary
  .filter((pattern) => realise(pattern).strokes.every(({ pitch }) => pitch === null || pitch <= 127))
  .map((pattern): Pattern => ({ ...pattern, tempo: 60 }));

test('MIDI of 300 random patterns, read by two libraries, has every note at its second', () => {
  fc.assert(
    fc.property(playable, (pattern) => {
      const score = realise(pattern);
      const bytes = writeMidi(score);
      near(heardByMidiFile(bytes), expectedHeard(score));
      near(heardByPlayer(bytes), expectedHeard(score));
    }),
    { seed: 301, numRuns: 300 },
  );
});

test('two strings at one pitch do not end each other: each has a channel of its own', () => {
  const pattern = newPattern('Unison', {
    strokes: [
      { id: 'a', at: 0, string: 2, fret: 0 },
      { id: 'b', at: 210, string: 3, fret: 4 },
    ],
  });
  const channels = parseMidi(writeMidi(realise(pattern)))
    .tracks.flat()
    .flatMap((event) => (event.type === 'noteOn' && event.velocity > 0 ? [event.channel] : []));
  expect(new Set(channels).size).toBe(2);
});
