import { listSoundingStrokes, applySwing, flattenScore } from '../score/index.ts';
import { readFileSync } from 'node:fs';
import { Ajv } from 'ajv';
import fc from 'fast-check';
import { parseMidi } from 'midi-file';
import MidiPlayer from 'midi-player-js';
import { oneNoteEachArbitrary, patternArbitrary } from '../../test/arbitraries.ts';
import { listDigitsInOrder, analysePattern } from '../analysis/index.ts';
import { valueOrThrow } from '../errors/index.ts';
import { sayProblem } from '@fleet-wren/wording';
import { ticksPerBeat } from '../time/index.ts';
import { createPattern, type Pattern } from '../pattern/index.ts';
import {
  parseStringNotation,
  parsePattern,
  parsePatternFile,
  exportMidi,
  serialisePattern,
  exportTab,
} from './index.ts';

const said = (result: ReturnType<typeof parsePatternFile>): string =>
  result.ok ? 'read' : result.problems.map(sayProblem).join(' ');

const roll = (): Pattern =>
  valueOrThrow(parseStringNotation('6 3 2 1 2 3', { name: 'Dusk roll', subdivision: 3, chord: 'Em', wholeBeats: true }))
    .pattern;

describe('Fleet Wren JSON', () => {
  const schema = JSON.parse(
    readFileSync(new URL('../../../docs/format.schema.json', import.meta.url), 'utf8'),
  ) as object;
  const valid = new Ajv().compile(schema);

  test('every pattern survives the round trip', () => {
    fc.assert(
      fc.property(patternArbitrary, (pattern) => {
        expect(valueOrThrow(parsePatternFile(serialisePattern(pattern)))).toEqual(pattern);
      }),
      { seed: 21 },
    );
  });

  test('what is written is valid by the published JSON Schema (read by ajv)', () => {
    fc.assert(
      fc.property(patternArbitrary, (pattern) => {
        expect(valid(JSON.parse(serialisePattern(pattern)))).toBe(true);
      }),
      { seed: 22 },
    );
  });

  test('whatever the reader takes the schema takes: seeded damage to one field', () => {
    const damage = fc.constantFrom<unknown>(null, 'x', -1, 0.5, 99, [], {}, true, undefined);
    const places = [
      'name',
      'metre',
      'bars',
      'subdivision',
      'tempo',
      'instrument',
      'voicing',
      'school',
      'cyclic',
      'strokes',
      'extra',
    ];
    fc.assert(
      fc.property(patternArbitrary, fc.constantFrom(...places), damage, (pattern, place, value) => {
        const file: unknown = JSON.parse(
          JSON.stringify({ format: 'fleet-wren-pattern', version: 1, pattern: { ...pattern, [place]: value } }),
        );
        const result = parsePatternFile(JSON.stringify(file));
        if (result.ok) expect(valid(file)).toBe(true);
        else for (const problem of result.problems) expect(sayProblem(problem)).not.toMatch(/\{\w+\}/);
      }),
      { seed: 23, numRuns: 300 },
    );
  });

  test('any cut-off file is refused with the place where it breaks off, never a crash', () => {
    const whole = serialisePattern(roll()).trimEnd();
    fc.assert(
      fc.property(fc.integer({ min: 1, max: whole.length - 1 }), (length) => {
        expect(said(parsePatternFile(whole.slice(0, length)))).toMatch(/ends early at line \d+, column \d+/);
      }),
      { seed: 24 },
    );
  });

  test('any text at all is read or refused in a sentence', () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.json()), (source) => {
        expect(said(parsePatternFile(source))).not.toMatch(/\{\w+\}|undefined/);
      }),
      { seed: 25, numRuns: 400 },
    );
  });

  test.each([
    [
      'a file that is not ours',
      '{"format": "something-else", "bars": 2}',
      /"fleet-wren-pattern", and here it says "something-else"/,
    ],
    ['a list', '[1, 2]', /not a Fleet Wren file of the right kind/],
    ['an empty file', '', /The file is empty/],
    ['something that is not JSON', 'e|--0--3--|', /^Line 1, column \d+: .*not a Fleet Wren file/],
    ['a newer version', '{"format": "fleet-wren-pattern", "version": 9, "pattern": {}}', /newer version \(format 9/],
    [
      'a missing field',
      '{"format": "fleet-wren-pattern", "version": 1, "pattern": {}}',
      /At pattern\.name: this field is missing/,
    ],
    ['50 million characters', 'x'.repeat(50_000_000), /50 million characters; the limit is 2 million/],
  ])('%s', (_what, source, words) => {
    expect(said(parsePatternFile(source))).toMatch(words);
  });

  test('a stroke outside its pattern is named by its place', () => {
    const result = parsePattern({ ...roll(), strokes: [{ id: 'far', at: 99999, string: 3 }] });
    expect(result.ok).toBe(false);
    if (!result.ok) expect(result.problems[0]?.code).toBe('stroke-outside-length');
  });
});

interface Heard {
  readonly at: number;
  readonly midi: number;
  readonly on: boolean;
}

const heardByMidiFile = (bytes: Uint8Array): readonly Heard[] => {
  let now = 0;
  return (parseMidi(bytes).tracks[0] ?? []).flatMap((event): Heard[] => {
    now += event.deltaTime;
    if (event.type !== 'noteOn' && event.type !== 'noteOff') return [];
    return [{ at: now, midi: event.noteNumber, on: event.type === 'noteOn' }];
  });
};

const heardByPlayer = (bytes: Uint8Array): readonly Heard[] => {
  const player = new MidiPlayer.Player();
  player.loadArrayBuffer(Uint8Array.from(bytes).buffer);
  const events = player.getEvents().flat() as { name: string; tick: number; noteNumber?: number }[];
  return events
    .filter(({ name }) => name === 'Note on' || name === 'Note off')
    .map(({ name, tick, noteNumber }) => ({ at: tick, midi: noteNumber ?? -1, on: name === 'Note on' }));
};

describe('Standard MIDI File, read back by independent readers', () => {
  test.each([
    ['midi-file', heardByMidiFile],
    ['midi-player-js', heardByPlayer],
  ])('%s finds the same notes at the same ticks', (_name, read) => {
    fc.assert(
      fc.property(oneNoteEachArbitrary, (pattern) => {
        const score = flattenScore(pattern);
        const heard = read(exportMidi(score));
        const sorted = (notes: readonly { at: number; midi: number }[]): string[] =>
          notes.map(({ at, midi }) => `${at}:${midi}`).sort();
        const played = (tick: number): number => Math.round(applySwing(score, Math.min(score.length, tick)));
        const notes = listSoundingStrokes(score).map(({ at, durationTicks, pitch }) => {
          const from = played(at);
          return { at: from, end: Math.max(from + 1, played(at + durationTicks)), midi: pitch as number };
        });
        expect(sorted(heard.filter(({ on }) => on))).toEqual(sorted(notes));
        expect(sorted(heard.filter(({ on }) => !on))).toEqual(
          sorted(notes.map(({ end, midi }) => ({ at: end, midi }))),
        );
      }),
      { seed: 31, numRuns: 60 },
    );
  });

  test('tempo, metre, name and division are those of the pattern', () => {
    const pattern = createPattern('Rühe · six', { metre: { beats: 6, unit: 8 }, subdivision: 1, tempo: 180 });
    const { header, tracks } = parseMidi(exportMidi(flattenScore(pattern)));
    const events = tracks[0] ?? [];
    expect(header).toMatchObject({ format: 0, ticksPerBeat: 840 });
    expect(events.find(({ type }) => type === 'setTempo')).toMatchObject({ microsecondsPerBeat: 666667 });
    expect(events.find(({ type }) => type === 'timeSignature')).toMatchObject({ numerator: 6, denominator: 8 });
    expect(events[events.length - 1]?.type).toBe('endOfTrack');
    const named = events.find(({ type }) => type === 'trackName') as { text: string };
    expect(Buffer.from(named.text, 'latin1').toString('utf8')).toBe('Rühe · six');
  });
});

describe('plain-text tablature', () => {
  const tab = (pattern: Pattern): string[] =>
    exportTab(
      flattenScore(pattern),
      listDigitsInOrder(pattern, analysePattern(pattern)),
      'one finger per string',
    ).split('\n');

  test('has counts above and digits below, each in the column of its stroke', () => {
    const lines = tab(roll());
    const column = (line: string | undefined, mark: string): number => (line ?? '').indexOf(mark);
    expect(lines[0]).toBe('Dusk roll');
    expect(lines[3]).toMatch(/^ +1 +trip +let +2 +trip +let$/);
    expect(column(lines[9], '0')).toBe(column(lines[3], '1'));
    expect((lines[10] ?? '').trim().split(/\s+/).join(' ')).toBe('p i m a m i');
  });

  test('holds every stroke once, whatever the pattern', () => {
    fc.assert(
      fc.property(oneNoteEachArbitrary, (pattern) => {
        const strings = tab(pattern)
          .filter((line) => /^[A-G]♯? *\d \|-/.test(line))
          .map((line) => line.slice(line.indexOf('|') + 1));
        const cells = strings.join('').match(/\d+|x/g) ?? [];
        expect(cells).toHaveLength(pattern.strokes.length);
        expect(strings.length % pattern.instrument.pitches.length).toBe(0);
      }),
      { seed: 41, numRuns: 60 },
    );
  });

  test('bars are closed by bar lines and stay in one width', () => {
    const long = createPattern('Long', { bars: 4, subdivision: 4 });
    const lines = tab(long).filter((line) => line.includes('|-'));
    expect(lines).toHaveLength(4 * 6);
    for (const line of lines) expect(line.length).toBeLessThanOrEqual(100);
    expect(ticksPerBeat(long.metre)).toBe(840);
  });
});

describe('figures written as strings', () => {
  test('+ joins a pinch, - is a rest, and the whole repeats', () => {
    const { pattern, loopTicks } = valueOrThrow(parseStringNotation('6+1 - 4 2', { subdivision: 2 }));
    expect(pattern.strokes.map(({ at, string }) => `${at}/${string}`)).toEqual(['0/6', '0/1', '840/4', '1260/2']);
    expect(loopTicks).toBe(1680);
  });

  test.each([
    ['6 3 9', 3],
    ['6 x 2', 2],
    ['2+2', 1],
    ['6 2+ 1', 2],
  ])('%s cannot be read at place %i', (figure, position) => {
    const result = parseStringNotation(figure);
    expect(result.ok ? [] : result.problems.map(({ details }) => details.position)).toEqual([position]);
  });
});
