import fc from 'fast-check';
import { createRequire } from 'node:module';
import { RhythmPattern } from 'tonal';
import { valueOrThrow } from '../errors/index.ts';
import { sayProblem, sayMessage } from '@fleet-wren/wording';
import { findShape, type Voicing } from '../harmony/index.ts';
import { createInstrument, findTuningOrStandard } from '../instrument/index.ts';
import { createVoicingEdit, applyPatternEdit } from '../edit/index.ts';
import { validatePattern, soundingPitchOfStroke, type Digit, type Pattern } from '../pattern/index.ts';
import { listDigitsInOrder, analysePattern } from '../analysis/index.ts';
import {
  GENERATORS,
  createCoverageDrill,
  countPulseDisplacements,
  euclideanRhythm,
  generatePattern,
  defaultValues,
  listPermutations,
  listScaleBoxNotes,
  type GeneratorContext,
  type Generator,
  type GeneratorValues,
} from './index.ts';

const require = createRequire(import.meta.url);
const { MultiDirectedGraph } = require('graphology') as { MultiDirectedGraph: new () => Graph };
const { stronglyConnectedComponents } = require('graphology-components') as {
  stronglyConnectedComponents: (graph: Graph) => string[][];
};
interface Graph {
  readonly mergeNode: (key: string) => void;
  readonly addEdge: (from: string, to: string) => void;
  readonly nodes: () => string[];
  readonly inDegree: (node: string) => number;
  readonly outDegree: (node: string) => number;
  readonly size: number;
}

const standard = createInstrument(findTuningOrStandard('standard'));
const frameOn = (chord: string): GeneratorContext => ({
  instrument: standard,
  voicing: findShape(standard, chord) as Voicing,
  tempo: 80,
  say: sayMessage,
});
const byKey = (key: string): Generator => GENERATORS.find((generator) => generator.key === key) as Generator;
const made = (key: string, values: GeneratorValues = {}, chord = 'C'): Pattern =>
  valueOrThrow(generatePattern(byKey(key), values, frameOn(chord)));
const strings = ({ strokes }: Pattern): string => strokes.map(({ string }) => string).join(' ');
const digitsOf = (pattern: Pattern): string =>
  listDigitsInOrder(pattern, analysePattern(pattern))
    .map((digit) => digit ?? '-')
    .join(' ');
const refused = (key: string, values: GeneratorValues, chord = 'C'): string => {
  const result = generatePattern(byKey(key), values, frameOn(chord));
  return result.ok ? 'made' : result.problems.map(sayProblem).join(' ');
};

test.each(GENERATORS.map((generator) => [generator.key, generator] as const))(
  '%s makes a pattern as first offered, on many chords',
  (_key, generator) => {
    for (const chord of ['C', 'D', 'E', 'G', 'Am', 'F']) {
      const pattern = valueOrThrow(generatePattern(generator, defaultValues(generator), frameOn(chord)));
      expect(pattern.strokes.length).toBeGreaterThan(1);
      expect(validatePattern(pattern)).toEqual([]);
      expect(analysePattern(pattern).warnings.filter(({ code }) => code !== 'string-muted')).toEqual([]);
    }
  },
);

test.each(GENERATORS.map((generator) => [generator.key, generator] as const))(
  '%s makes a pattern or says why not, whatever is asked (seeded)',
  (_key, generator) => {
    const values = fc.record(
      Object.fromEntries(
        generator.fields.map((field) => [
          field.key,
          field.kind === 'choice'
            ? fc.constantFrom(...field.options.map(([value]) => value), 'nonsense')
            : field.kind === 'number'
              ? fc.oneof(fc.integer({ min: field.least, max: field.most }), fc.integer({ min: -3, max: 99 }))
              : field.kind === 'truth'
                ? fc.boolean()
                : fc.oneof(fc.constant(field.initial), fc.string({ maxLength: 12 })),
        ]),
      ),
    ) as fc.Arbitrary<GeneratorValues>;
    fc.assert(
      fc.property(values, fc.constantFrom('C', 'D', 'G', 'Am'), (asked, chord) => {
        const result = generatePattern(generator, asked, frameOn(chord));
        if (result.ok) expect(validatePattern(result.value)).toEqual([]);
        else for (const problem of result.problems) expect(sayProblem(problem)).not.toMatch(/\{\w+\}/);
      }),
      { seed: 404, numRuns: 60 },
    );
  },
);

describe('rolls (common practice, no source)', () => {
  test.each<[GeneratorValues, string, string]>([
    [{ subdivision: '3' }, '3 2 1', 'p i m'],
    [{ direction: 'backward', subdivision: '3' }, '1 2 3', 'm i p'],
    [{ direction: 'both' }, '3 2 1 2', 'p i m i'],
    [{ strings: 4, lowest: 4 }, '4 3 2 1', 'p i m a'],
    [{ shape: 'bar' }, '3 2 1 3 2 1 3 2', 'p i m p i m p i'],
  ])('%j', (values, order, digits) => {
    const pattern = made('rolls', values, 'G');
    expect(strings(pattern).startsWith(order)).toBe(true);
    expect(digitsOf(pattern).startsWith(digits)).toBe(true);
  });

  test('walking goes over the string sets and back, and comes round on the beat', () => {
    const pattern = made('rolls', { walk: 'back-alike', lowest: 5, subdivision: '3' });
    expect(strings(pattern)).toBe('5 4 3 4 3 2 3 2 1 4 3 2');
  });
});

describe('alternating thumb', () => {
  test('follows the chord: only the thumb moves (2-domain, common practice)', () => {
    const pattern = made('alternating-thumb', {}, 'C');
    const basses = (one: Pattern): number[] => one.strokes.filter(({ role }) => role).map(({ string }) => string);
    const fingers = (one: Pattern): string[] =>
      one.strokes.filter(({ role }) => !role).map(({ at, string }) => `${at}/${string}`);
    expect(basses(pattern)).toEqual([5, 4, 5, 4]);
    const done = applyPatternEdit(pattern, createVoicingEdit(pattern, findShape(standard, 'G') as Voicing));
    if (!done.ok) throw new Error('refused');
    expect(basses(done.value.document)).toEqual([6, 4, 6, 4]);
    expect(fingers(done.value.document)).toEqual(fingers(pattern));
    const back = applyPatternEdit(done.value.document, done.value.inverse);
    expect(back.ok && back.value.document).toEqual(pattern);
  });

  test('a triple takes three strings', () => {
    expect(
      made('alternating-thumb', { bass: 'triple', pinch: 'none', offbeats: '- - - -' }, 'E').strokes.map(
        ({ string }) => string,
      ),
    ).toEqual([6, 5, 4, 5]);
  });
});

describe('arpeggios', () => {
  test('p i m a in all orders: 24, each once', () => {
    expect(new Set(listPermutations(['p', 'i', 'm', 'a']).map(String)).size).toBe(24);
    const pattern = made('arpeggio', { order: 'p i m a', all: true, subdivision: '4' });
    expect(pattern.strokes).toHaveLength(96);
    const orders = Array.from({ length: 24 }, (_, beat) =>
      pattern.strokes
        .slice(beat * 4, beat * 4 + 4)
        .map(({ pin }) => pin)
        .join(''),
    );
    expect(new Set(orders).size).toBe(24);
  });

  test('n things have n! orders, each once', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 6 }), (n) => {
        const all = listPermutations(Array.from({ length: n }, (_, index) => index));
        const factorial = Array.from({ length: n }, (_, index) => index + 1).reduce((product, one) => product * one, 1);
        expect(new Set(all.map(String)).size).toBe(factorial);
        expect(all).toHaveLength(factorial);
      }),
      { seed: 5 },
    );
  });
});

describe('even spread', () => {
  const text = (k: number, n: number): string =>
    euclideanRhythm(k, n)
      .map((struck) => (struck ? 'x' : '.'))
      .join('');
  const isRotation = (a: string, b: string): boolean => a.length === b.length && (a + a).includes(b);

  // Toussaint, The Euclidean Algorithm Generates Traditional Musical Rhythms (2005), from memory; compared up to
  // rotation.
  test.each([
    [2, 5, 'x.x..'],
    [3, 7, 'x.x.x..'],
    [3, 8, 'x..x..x.'],
    [4, 7, 'x.x.x.x'],
    [4, 9, 'x.x.x.x..'],
    [5, 6, 'x.xxxx'],
    [5, 7, 'x.xx.xx'],
    [5, 8, 'x.xx.xx.'],
    [5, 9, 'x.x.x.x.x'],
    [5, 12, 'x..x.x..x.x.'],
    [5, 16, 'x..x..x..x..x...'],
    [7, 12, 'x.xx.x.xx.x.'],
    [7, 16, 'x..x.x.x..x.x.x.'],
  ])('E(%i,%i) is %s', (k, n, expected) => {
    expect(isRotation(text(k, n), expected)).toBe(true);
  });

  test('agrees with the library tonal up to rotation', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 24 }).chain((n) => fc.tuple(fc.integer({ min: 1, max: n }), fc.constant(n))),
        ([k, n]) => {
          const theirs = RhythmPattern.euclid(n, k)
            .map((one) => (one ? 'x' : '.'))
            .join('');
          expect(isRotation(text(k, n), theirs)).toBe(true);
        },
      ),
      { seed: 6 },
    );
  });

  test('has k strokes in n steps, and gaps that differ by one at most', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 32 }).chain((n) => fc.tuple(fc.integer({ min: 1, max: n }), fc.constant(n))),
        ([k, n]) => {
          const places = euclideanRhythm(k, n).flatMap((struck, step) => (struck ? [step] : []));
          expect(places).toHaveLength(k);
          expect(places[0]).toBe(0);
          const gaps = places.map((place, index) => (places[index + 1] ?? n + (places[0] as number)) - place);
          expect(Math.max(...gaps) - Math.min(...gaps)).toBeLessThanOrEqual(1);
        },
      ),
      { seed: 7 },
    );
  });
});

describe('scale over a pulse', () => {
  test('displacements are pulse interval ÷ finger interval (common practice)', () => {
    expect(valueOrThrow(countPulseDisplacements(840, 210))).toBe(4);
    expect(valueOrThrow(countPulseDisplacements(420, 210))).toBe(2);
    expect(countPulseDisplacements(420, 280).ok).toBe(false);
  });

  test('a box holds just the scale within its position', () => {
    const box = listScaleBoxNotes({ instrument: standard }, 'major', 7, 0, [3, 2, 1]);
    const pitches = box.map(({ string, fret }) =>
      soundingPitchOfStroke(frameOn('G') as unknown as Pattern, { id: '', at: 0, string, fret }),
    );
    // G major from the open third string: G A B C D E F♯ G
    expect(pitches).toEqual([55, 57, 59, 60, 62, 64, 66, 67]);
  });

  test('the fingers alternate strictly above a steady thumb', () => {
    const pattern = made('scale-over-pulse', { displacement: 1 }, 'G');
    const digits = analysePattern(pattern).digits;
    const line = pattern.strokes.filter(({ string }) => string <= 3).map(({ id }) => digits[id] as Digit);
    line.slice(1).forEach((digit, index) => expect(digit).not.toBe(line[index]));
    expect(line[0]).toBe('i');
    expect(pattern.strokes.filter(({ pin }) => pin === 'p').map(({ at }) => at % 840)).toEqual(
      expect.arrayContaining([210]),
    );
  });
});

describe('crossing coverage, checked against the graph library graphology', () => {
  const sets = fc.tuple(
    fc.uniqueArray(fc.integer({ min: 1, max: 6 }), { minLength: 2, maxLength: 5 }),
    fc.uniqueArray(fc.constantFrom<Digit>('i', 'm', 'a', 'c'), { minLength: 2, maxLength: 4 }),
  );

  test('every wanted change occurs exactly once; more only where the graph is in parts', () => {
    fc.assert(
      fc.property(sets, ([on, digits]) => {
        const graph = new MultiDirectedGraph();
        for (const a of on)
          for (const b of on)
            for (const d of digits)
              for (const e of digits) {
                graph.mergeNode(`${a}${d}`);
                graph.mergeNode(`${b}${e}`);
                if (a !== b && d !== e) graph.addEdge(`${a}${d}`, `${b}${e}`);
              }
        for (const node of graph.nodes()) expect(graph.inDegree(node)).toBe(graph.outDegree(node));
        const parts = stronglyConnectedComponents(graph).length;
        const { steps, wanted, added } = createCoverageDrill(on, digits);
        expect(wanted).toBe(graph.size);
        expect(added).toBe(parts > 1 ? parts : 0);
        expect(steps).toHaveLength(wanted + added);
        const changes = steps
          .map((step, index) => [step, steps[(index + 1) % steps.length] as typeof step] as const)
          .map(([a, b]) => `${a.string}${a.digit}>${b.string}${b.digit}`);
        const occurs = new Set(changes);
        for (const a of on)
          for (const b of on)
            for (const d of digits)
              for (const e of digits) if (a !== b && d !== e) expect(occurs.has(`${a}${d}>${b}${e}`)).toBe(true);
        if (added === 0) expect(occurs.size).toBe(changes.length);
      }),
      { seed: 1873, numRuns: 40 },
    );
  });

  test('says its length', () => {
    expect(made('coverage').name).toBe('12 changes, once each');
  });
});

test('an accelerating bar runs sixteenths and ends in sixteenth triplets', () => {
  const pattern = made('accelerating');
  const gaps = pattern.strokes.slice(1).map(({ at }, index) => at - (pattern.strokes[index]?.at ?? 0));
  expect(new Set(gaps.slice(0, 11))).toEqual(new Set([210]));
  expect(new Set(gaps.slice(12))).toEqual(new Set([140]));
});

describe('hybrid figures and sweeps (common practice, no source)', () => {
  test.each<[GeneratorValues, RegExp]>([
    [{ figure: 'toggle', pick: 'pick-down' }, /^(down m )+down m$/],
    [{ figure: 'toggle', pick: 'pick-up' }, /^(up m )+up m$/],
    [{ figure: 'toggle', pick: 'pick-alternating', subdivision: '4' }, /^down m up m/],
    [{ figure: 'double stop', subdivision: '2' }, /^down m a down m a/],
    [{ figure: 'slurs', low: 4 }, /^down - m -/],
  ])('%j', (values, digits) => {
    expect(digitsOf(made('hybrid-figures', values))).toMatch(digits);
  });

  test('with the index on top the thumb rakes out over 4 3 2, the index has 1 and rakes back over 2 3', () => {
    const pattern = made('finger-sweeps', { top: 'index' }, 'G');
    expect(digitsOf(pattern)).toMatch(/^p p p i i i/);
    const first = pattern.strokes.slice(0, 6);
    expect(first.map(({ string }) => string)).toEqual([4, 3, 2, 1, 2, 3]);
    expect(first.map(({ rake }) => rake ?? false)).toEqual([false, true, true, false, true, true]);
  });

  test('a sweep goes out with p i m a and rakes back', () => {
    expect(digitsOf(made('finger-sweeps', {}, 'G'))).toMatch(/^p i m a a a/);
  });

  test('a hammer-on at the top is the other hand’s', () => {
    const pattern = made('finger-sweeps', { hammer: 'top' }, 'G');
    expect(pattern.strokes.filter(({ slur }) => slur === 'hammer-on').length).toBeGreaterThan(0);
  });
});

describe('harp-harmonic cascade', () => {
  test('open strings: H6 3 H5 2 H4 1, harmonics an octave up (physics)', () => {
    const pattern = made('cascade', {}, 'Em7');
    expect(pattern.strokes.map(({ harmonic, string }) => `${harmonic ? 'H' : ''}${string}`).join(' ')).toBe(
      'H6 3 H5 2 H4 1',
    );
    expect(soundingPitchOfStroke(pattern, pattern.strokes[0] as Pattern['strokes'][number])).toBe(52);
    expect(pattern.strokes.every(({ harmonic, loudness }) => loudness === (harmonic ? 'loud' : 'soft'))).toBe(true);
  });

  test('10 10 9 9 10 10 needs 22 frets: a neck of 21 is too short, and the strings are named (2-domain)', () => {
    const frame: GeneratorContext = {
      instrument: standard,
      voicing: { chord: 'D', frets: [10, 10, 9, 9, 10, 10] },
      tempo: 80,
      say: sayMessage,
    };
    const result = generatePattern(byKey('cascade'), { gap: 3 }, frame);
    expect(result.ok ? '' : result.problems.map(sayProblem).join('')).toMatch(
      /Out of reach on string 6, 5: needs 22 frets, the neck has 21/,
    );
    expect(generatePattern(byKey('cascade'), { gap: 3 }, { ...frame, instrument: { ...standard, frets: 22 } }).ok).toBe(
      true,
    );
  });
});

test.each<[string, GeneratorValues, RegExp]>([
  ['scale-over-pulse', { pulse: 'eighths', fingers: 'triplets' }, /do not share a common grid/],
  ['scale-over-pulse', { pulse: 'eighths', displacement: 2 }, /there are 2 shifts, counted from 0/],
  ['scale-over-pulse', { pulseString: 4, strings: '4' }, /No string is left for the fingers/],
  ['rolls', { lowest: 8 }, /No string is left for the roll/],
  ['even-spread', { strokes: 9, steps: 8 }, /8 steps hold at most 8/],
  ['coverage', { strings: '3' }, /it needs two/],
  ['coverage', { fingers: 'p q' }, /two or more of i m a c/],
  ['arpeggio', { order: 'p i x' }, /write fingers/],
  ['alternating-thumb', { offbeats: '9' }, /Position 1: “9”/],
  ['hybrid-figures', { low: 2 }, /No string is left for the fingers/],
])('what cannot be is refused in a sentence: %s %j', (key, values, words) => {
  expect(refused(key, values)).toMatch(words);
});
