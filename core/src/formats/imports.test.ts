import { flattenScore } from '../score/index.ts';
import fc from 'fast-check';
import { writeMidi as writeWithLibrary, type MidiData } from 'midi-file';
import { oneNoteEachArbitrary } from '../../test/arbitraries.ts';
import { valueOrThrow } from '../errors/index.ts';
import { sayProblem } from '@fleet-wren/wording';
import { createInstrument, pitchAt, findTuningOrStandard } from '../instrument/index.ts';
import { listDigitsInOrder, analysePattern } from '../analysis/index.ts';
import { createPattern, soundingPitchOfStroke, validatePattern, type Pattern } from '../pattern/index.ts';
import {
  guessPositions,
  type FretboardPosition,
  parseStringNotation,
  importMidi,
  importTab,
  exportMidi,
  exportTab,
} from './index.ts';

const standard = createInstrument(findTuningOrStandard('standard'));
const heard = (pattern: Pattern): string[] =>
  pattern.strokes
    .flatMap((stroke) =>
      stroke.silent || soundingPitchOfStroke(pattern, stroke) === null
        ? []
        : [`${stroke.at}/${soundingPitchOfStroke(pattern, stroke)}`],
    )
    .sort();
const saidOf = (result: ReturnType<typeof importTab>): string =>
  result.ok ? result.value.warnings.map(sayProblem).join(' ') : result.problems.map(sayProblem).join(' ');

/** The frets of notes one after another. */
const oneByOne = (notes: readonly number[]): readonly number[] =>
  guessPositions(
    standard,
    notes.map((midi) => [{ midi }]),
  ).map((grasp) => grasp[0]?.fret ?? -1);

describe('positions of least effort', () => {
  test('always sound the notes, each on a string of its own, within a hand', () => {
    const times = fc.array(fc.uniqueArray(fc.integer({ min: 40, max: 80 }), { minLength: 1, maxLength: 4 }), {
      minLength: 1,
      maxLength: 8,
    });
    fc.assert(
      fc.property(times, (notes) => {
        guessPositions(
          standard,
          notes.map((all) => all.map((midi) => ({ midi }))),
        ).forEach((grasp, index) => {
          if (grasp.some((place) => place === null)) return;
          expect(
            (grasp as readonly FretboardPosition[]).map(({ string, fret }) => pitchAt(standard, string, fret)),
          ).toEqual(notes[index]);
          expect(new Set((grasp as readonly FretboardPosition[]).map(({ string }) => string)).size).toBe(grasp.length);
          const stopped = (grasp as readonly FretboardPosition[]).map(({ fret }) => fret).filter((fret) => fret > 0);
          if (stopped.length > 0) expect(Math.max(...stopped) - Math.min(...stopped)).toBeLessThanOrEqual(4);
        });
      }),
      { seed: 51, numRuns: 60 },
    );
  });

  test('a note that is placed stays, one that cannot be held with the others goes alone', () => {
    expect(guessPositions(standard, [[{ midi: 48, place: { string: 5, fret: 3 } }, { midi: 52 }]])).toEqual([
      [
        { string: 5, fret: 3 },
        { string: 4, fret: 2 },
      ],
    ]);
    const [grasp] = guessPositions(standard, [[{ midi: 36 }, { midi: 48 }, { midi: 52 }, { midi: 55 }]]);
    expect(grasp?.map((place) => place !== null)).toEqual([false, true, true, true]);
  });

  test('open strings come out open, and a scale stays in one position', () => {
    expect(oneByOne([40, 45, 50, 55, 59, 64])).toEqual([0, 0, 0, 0, 0, 0]);
    const scale = oneByOne([67, 69, 71, 72, 74]);
    expect(Math.max(...scale) - Math.min(...scale.filter((fret) => fret > 0))).toBeLessThanOrEqual(7);
  });
});

describe('MIDI in', () => {
  test('our own files come back with the same notes at the same times', () => {
    fc.assert(
      fc.property(oneNoteEachArbitrary, (pattern) => {
        const straight = { ...pattern, swing: undefined };
        fc.pre(heard(straight).length > 0);
        const chords = new Map<number, number>();
        straight.strokes.forEach(({ at }) => chords.set(at, (chords.get(at) ?? 0) + 1));
        fc.pre(Math.max(...chords.values()) <= 3);
        const read = importMidi(exportMidi(flattenScore(straight)), straight.instrument);
        if (!read.ok) return expect(read.problems.map(sayProblem).join()).toMatch(/no notes|neck|Fret/);
        const lost = read.value.warnings.find(({ code }) => code === 'notes-left-out');
        if (!lost) expect([...new Set(heard(read.value.pattern))]).toEqual([...new Set(heard(straight))]);
      }),
      { seed: 52, numRuns: 80 },
    );
  });

  test('a file written by another library (midi-file) is read: name, tempo, metre, two tracks, played by hand', () => {
    const song: MidiData = {
      header: { format: 1, numTracks: 2, ticksPerBeat: 480 },
      tracks: [
        [
          { deltaTime: 0, type: 'trackName', text: 'Weir song', meta: true },
          { deltaTime: 0, type: 'setTempo', microsecondsPerBeat: 500_000, meta: true },
          {
            deltaTime: 0,
            type: 'timeSignature',
            numerator: 3,
            denominator: 4,
            metronome: 24,
            thirtyseconds: 8,
            meta: true,
          },
          { deltaTime: 0, type: 'endOfTrack', meta: true },
        ],
        [
          { deltaTime: 4, type: 'noteOn', channel: 0, noteNumber: 48, velocity: 80 },
          { deltaTime: 236, type: 'noteOn', channel: 0, noteNumber: 55, velocity: 80 },
          { deltaTime: 243, type: 'noteOn', channel: 0, noteNumber: 60, velocity: 120 },
          { deltaTime: 0, type: 'noteOff', channel: 0, noteNumber: 48, velocity: 0 },
          { deltaTime: 0, type: 'endOfTrack', meta: true },
        ],
      ] as MidiData['tracks'],
    };
    const { pattern, warnings, hasInferredPositions } = valueOrThrow(
      importMidi(Uint8Array.from(writeWithLibrary(song))),
    );
    expect(pattern).toMatchObject({
      name: 'Weir song',
      tempo: 120,
      metre: { beats: 3, unit: 4 },
      bars: 1,
      subdivision: 2,
    });
    expect(heard(pattern)).toEqual(['0/48', '420/55', '840/60']);
    expect(pattern.strokes[2]?.accent).toBe(true);
    expect(hasInferredPositions).toBe(true);
    expect(warnings.map(sayProblem).join(' ')).toMatch(/chosen for 3 notes.*2 notes were off the grid/);
  });

  const whole = exportMidi(flattenScore(valueOrThrow(parseStringNotation('5 3 2 1')).pattern));

  test('a file cut off anywhere is refused with the byte, never taken for whole', () => {
    for (let length = 0; length < whole.length; length += 1) {
      const result = importMidi(whole.slice(0, length));
      expect(result.ok).toBe(false);
      if (!result.ok) expect(result.problems.map(sayProblem).join()).toMatch(/cannot be read at byte \d+/);
    }
  });

  test('fuzzed: any bytes give a result or an error', () => {
    const outcomes = new Set<boolean>();
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(whole.length - 1), fc.integer({ min: 0, max: 255 })), { minLength: 1, maxLength: 8 }),
        (changes) => {
          const bytes = Uint8Array.from(whole);
          for (const [at, value] of changes) bytes[at] = value;
          const result = importMidi(bytes);
          outcomes.add(result.ok);
          if (!result.ok) expect(result.problems.length).toBeGreaterThan(0);
          else expect(validatePattern(result.value.pattern)).toEqual([]);
        },
      ),
      { seed: 53, numRuns: 400 },
    );
    expect([...outcomes].sort()).toEqual([false, true]);
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 200 }), (bytes) => expect(importMidi(bytes).ok).toBe(false)),
      { seed: 54 },
    );
  });
});

const fingered = (pattern: Pattern): string =>
  exportTab(flattenScore(pattern), listDigitsInOrder(pattern, analysePattern(pattern)), 'school');

describe('plain-text tablature in', () => {
  test('our own comes back: notes, times, digits, metre, tempo', () => {
    for (const [figure, subdivision, chord, tempo] of [
      ['6 3 2 1 2 3', 3, 'Em', 88],
      ['5+2 - 4 3 6 2 4 1 5 3 4 - 6 2+1 4 3', 4, 'C/G', 72],
      ['5 3 2 5 3 2 5 3', 2, 'Am', 112],
      ['6 3 4 2 5 3 4 1 6 3 4 2 5 2 4 3 6 3 4 2 5 3 4 1 6+1 2 4 3 5 2 4 -', 4, 'G', 76],
    ] as const) {
      const { pattern } = valueOrThrow(
        parseStringNotation(figure, { subdivision, chord, tempo, name: 'Back again', wholeBeats: true }),
      );
      const read = valueOrThrow(importTab(fingered(pattern))).pattern;
      expect(heard(read)).toEqual(heard(pattern));
      expect(read).toMatchObject({ name: 'Back again', tempo, subdivision, metre: pattern.metre, bars: pattern.bars });
      const digits = analysePattern(pattern).digits;
      expect(read.strokes.map(({ pin }) => pin)).toEqual(pattern.strokes.map(({ id }) => digits[id]));
    }
  });

  test('a common dialect: labels with a bar line, hammer-ons, pull-offs, slides, dead notes, several bars', () => {
    const tab = [
      'Mill song',
      '',
      'e|-----0-------0---|-----0h2p0-----0-|',
      'B|---1---1---1---1-|---1-------1---1-|',
      'G|-0-------0-------|-0-------0-------|',
      'D|-----------------|-----------------|',
      'A|-3-------3-------|-3---x---3---2/3-|',
      'E|-----------------|-----------------|',
    ].join('\n');
    const { pattern, warnings } = valueOrThrow(importTab(tab));
    expect(pattern).toMatchObject({ name: 'Mill song', bars: 2, subdivision: 2 });
    expect(pattern.instrument.tuning).toBe('standard');
    const bar = pattern.strokes.filter(({ at }) => at < 3360).map(({ at, string }) => `${at / 420}:${string}`);
    expect(bar).toEqual(['0:5', '0:3', '1:2', '2:1', '3:2', '4:5', '4:3', '5:2', '6:1', '7:2']);
    expect(pattern.strokes.filter(({ slur }) => slur).map(({ slur }) => slur)).toEqual([
      'hammer-on',
      'pull-off',
      'slide',
    ]);
    expect(pattern.strokes.some(({ dead }) => dead)).toBe(true);
    expect(warnings.map(sayProblem).join()).toMatch(/Note times come from the column spacing/);
  });

  test('another tuning by its labels, frets of two figures, several systems', () => {
    const system = [
      'D|-10--------|',
      'A|----10-----|',
      'F#|-------11--|',
      'D|-0---------|',
      'A|-----------|',
      'D|-----------|',
    ];
    const { pattern } = valueOrThrow(importTab([...system, '', ...system].join('\n')));
    expect(pattern.instrument.tuning).toBe('open-d');
    expect(pattern.bars).toBe(2);
    expect(pattern.strokes.filter(({ string, at }) => string === 1 && at < 3360).map(({ fret }) => fret)).toEqual([10]);
  });

  test('a line of digits above or below is pinned', () => {
    const strings = [
      'e|---------0---|',
      'B|------1---1-|',
      'G|---0--------|',
      'D|------------|',
      'A|3-----------|',
      'E|------------|',
    ];
    const digits = '  p  i  m  a';
    for (const tab of [
      [digits, ...strings],
      [...strings, digits],
    ])
      expect(
        valueOrThrow(importTab(tab.join('\n')))
          .pattern.strokes.slice(0, 3)
          .map(({ pin }) => pin),
      ).toEqual(['p', 'i', 'm']);
  });

  test('a sign that is not known is named with line and column, and the rest is read', () => {
    const tab = ['e|--0--?--|', 'B|----1---|', 'G|--------|', 'D|--------|', 'A|3-------|', 'E|--------|'].join('\n');
    expect(saidOf(importTab(tab))).toMatch(/Line 1, column 8: “\?” is unknown/);
    expect(valueOrThrow(importTab(tab)).pattern.strokes).toHaveLength(3);
  });

  test.each([
    ['no tablature', 'Dear student, practise well.', /No readable notes/],
    ['nothing', '', /No readable notes/],
    ['lines without notes', Array<string>(6).fill('e|--------|').join('\n'), /No readable notes/],
    ['two lines', Array<string>(2).fill('e|--0-----|').join('\n'), /No readable notes/],
    [
      'systems that differ',
      [...Array<string>(6).fill('e|--0-----|'), '', ...Array<string>(4).fill('e|--0-----|')].join('\n'),
      /a different number of strings/,
    ],
    ['half a million dashes', '-'.repeat(500_001), /million characters/],
  ])('%s is refused in a sentence', (_what, tab, words) => {
    expect(saidOf(importTab(tab))).toMatch(words);
  });

  test('fuzzed: any text gives a result or an error', () => {
    const whole = fingered({
      ...createPattern('x'),
      ...valueOrThrow(parseStringNotation('5 3 2 1 4 3 2 1', { chord: 'C', wholeBeats: true })).pattern,
    });
    const damage = fc.tuple(fc.nat(whole.length - 1), fc.nat(12), fc.string({ maxLength: 5, unit: 'binary' }));
    const outcomes = new Set<boolean>();
    fc.assert(
      fc.property(fc.array(damage, { minLength: 1, maxLength: 6 }), (all) => {
        const broken = all.reduce(
          (text, [at, length, other]) => text.slice(0, at) + other + text.slice(at + length),
          whole,
        );
        const result = importTab(broken);
        outcomes.add(result.ok);
        if (!result.ok) for (const one of result.problems) expect(sayProblem(one)).not.toMatch(/\{\w+\}/);
        else expect(validatePattern(result.value.pattern)).toEqual([]);
      }),
      { seed: 55, numRuns: 300 },
    );
    expect([...outcomes].sort()).toEqual([false, true]);
  });
});
