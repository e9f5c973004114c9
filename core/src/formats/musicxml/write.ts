import { pitchClassOf, stringCount } from '../../instrument/index.ts';
import {
  isFinger,
  stoppedFret,
  strokePitch,
  type Digit,
  type Pattern,
  type Slur,
  type Stroke,
} from '../../pattern/index.ts';
import { TICKS_PER_QUARTER, ticksPerBar } from '../../time/index.ts';
import { element, written, type Element } from './xml.ts';

const STEPS = ['C', 'C', 'D', 'D', 'E', 'F', 'F', 'G', 'G', 'A', 'A', 'B'] as const;
const SHARP = new Set([1, 3, 6, 8, 10]);

const pitchParts = (midi: number, names: readonly [string, string, string]): readonly Element[] => {
  const pitchClass = pitchClassOf(midi);
  const [step, alter, octave] = names;
  return [
    element(step, STEPS[pitchClass] as string),
    ...(SHARP.has(pitchClass) ? [element(alter, 1)] : []),
    element(octave, Math.floor(midi / 12) - 1),
  ];
};

const pitchOf = (midi: number): Element => element('pitch', pitchParts(midi, ['step', 'alter', 'octave']));

/** Note values by their length in ticks. */
const VALUES: readonly (readonly [type: string, ticks: number])[] = [
  ['whole', 3360],
  ['half', 1680],
  ['quarter', 840],
  ['eighth', 420],
  ['16th', 210],
  ['32nd', 105],
];

/** How a length is written: its value, a dot, a tuplet. */
interface Value {
  readonly type: string;
  readonly dotted?: boolean;
  readonly tuplet?: readonly [actual: number, normal: number];
}

/** The one note value that is so long, if there is one. */
const valueOf = (ticks: number): Value | undefined => {
  for (const [type, length] of VALUES) {
    if (ticks === length) return { type };
    if (ticks === length * 1.5) return { type, dotted: true };
    const tuplet = (
      [
        [3, 2],
        [5, 4],
        [7, 4],
      ] as const
    ).find(([actual, normal]) => ticks * actual === length * normal);
    if (tuplet) return { type, tuplet };
  }
  return undefined;
};

const valueElements = (ticks: number): readonly Element[] => {
  const value = valueOf(ticks);
  if (!value) return [];
  const { type, dotted, tuplet } = value;
  return [
    element('type', type),
    ...(dotted ? [element('dot')] : []),
    ...(tuplet
      ? [element('time-modification', [element('actual-notes', tuplet[0]), element('normal-notes', tuplet[1])])]
      : []),
  ];
};

/** Lengths that are multiples of this can be written without a tuplet: there a tuplet may end. */
const PLAIN = 105;

/** Where tuplets begin and end among lengths that follow one another: a bracket until the whole is a plain length again. */
const tupletMarks = (lengths: readonly number[]): readonly (readonly ('start' | 'stop')[])[] => {
  let open: string | undefined;
  let sum = 0;
  return lengths.map((ticks, index) => {
    const tuplet = valueOf(ticks)?.tuplet?.join();
    if (!tuplet) return [];
    const starts = open !== tuplet;
    if (starts) sum = 0;
    sum += ticks;
    const ends = sum % PLAIN === 0 || valueOf(lengths[index + 1] ?? 0)?.tuplet?.join() !== tuplet;
    open = ends ? undefined : tuplet;
    return [...(starts ? (['start'] as const) : []), ...(ends ? (['stop'] as const) : [])];
  });
};

const tupletElements = (marks: readonly ('start' | 'stop')[]): readonly Element[] =>
  marks.map((type) => element('tuplet', [], { type }));

const DIGIT_ELEMENTS: Readonly<Partial<Record<Digit, Element>>> = { down: element('down-bow'), up: element('up-bow') };

const pluckOf = (digit: Digit | null): Element | undefined => {
  if (!digit) return undefined;
  return DIGIT_ELEMENTS[digit] ?? (digit === 'p' || isFinger(digit) ? element('pluck', digit) : undefined);
};

const SLUR_LETTERS: Readonly<Record<Exclude<Slur, 'slide'>, string>> = { 'hammer-on': 'H', 'pull-off': 'P' };

/** What begins at a stroke and ends at the slurred one after it on its string. */
const slurElement = (slur: Slur, type: 'start' | 'stop', string: number): Element => {
  // MusicXML tells at most six slurs apart at one time.
  const number = ((string - 1) % 6) + 1;
  return slur === 'slide'
    ? element('slide', [], { type, number })
    : element(slur, type === 'start' ? SLUR_LETTERS[slur] : [], { type, number });
};

interface Slurs {
  readonly technical: readonly Element[];
  readonly notations: readonly Element[];
}

const slursAt = (stroke: Stroke, next: Stroke | undefined): Slurs => {
  const all = [
    ...(stroke.slur ? [[stroke.slur, slurElement(stroke.slur, 'stop', stroke.string)] as const] : []),
    ...(next?.slur ? [[next.slur, slurElement(next.slur, 'start', stroke.string)] as const] : []),
  ];
  return {
    technical: all.filter(([slur]) => slur !== 'slide').map(([, one]) => one),
    notations: all.filter(([slur]) => slur === 'slide').map(([, one]) => one),
  };
};

const harmonicOf = ({ harmonic }: Stroke): Element | undefined =>
  harmonic && element('harmonic', [element(harmonic.kind === 'natural' ? 'natural' : 'artificial')]);

const notationsOf = (
  pattern: Pattern,
  stroke: Stroke,
  digit: Digit | null,
  { next, tuplets }: Pick<Place, 'next' | 'tuplets'>,
): Element => {
  const slurs = slursAt(stroke, next);
  const fret = stroke.harmonic?.kind === 'natural' ? stroke.harmonic.touch : (stoppedFret(pattern, stroke) ?? 0);
  const technical = [
    pluckOf(digit),
    element('string', stroke.string),
    element('fret', fret),
    harmonicOf(stroke),
    ...slurs.technical,
    stroke.damped ? element('other-technical', 'palm mute') : undefined,
  ];
  return element('notations', [
    ...(stroke.ring ? [element('tied', [], { type: 'let-ring' })] : []),
    ...tupletElements(tuplets),
    ...slurs.notations,
    element('technical', technical),
    ...(stroke.accent ? [element('articulations', [element('accent')])] : []),
  ]);
};

const LOUDNESS = { soft: 50, loud: 110 } as const;

/** Where a note stands in its bar. */
interface Place {
  readonly chord: boolean;
  readonly ticks: number;
  readonly next: Stroke | undefined;
  readonly tuplets: readonly ('start' | 'stop')[];
}

const noteOf = (pattern: Pattern, stroke: Stroke, digit: Digit | null, place: Place): Element =>
  element(
    'note',
    [
      place.chord ? element('chord') : undefined,
      pitchOf(strokePitch(pattern, stroke) ?? 0),
      element('duration', place.ticks),
      element('voice', 1),
      ...valueElements(place.ticks),
      stroke.silent ? element('notehead', 'none') : stroke.damped ? element('notehead', 'normal') : undefined,
      notationsOf(pattern, stroke, digit, place),
    ],
    stroke.loudness ? { dynamics: LOUDNESS[stroke.loudness] } : {},
  );

const restOf = (ticks: number, tuplets: readonly ('start' | 'stop')[]): Element =>
  element('note', [
    element('rest'),
    element('duration', ticks),
    element('voice', 1),
    ...valueElements(ticks),
    ...(tuplets.length > 0 ? [element('notations', tupletElements(tuplets))] : []),
  ]);

/** Chord symbols as MusicXML names their kind; what is not here is left out rather than named wrong. */
const KINDS: Readonly<Record<string, string>> = {
  '': 'major',
  m: 'minor',
  7: 'dominant',
  maj7: 'major-seventh',
  m7: 'minor-seventh',
  5: 'power',
  6: 'major-sixth',
  sus4: 'suspended-fourth',
  sus2: 'suspended-second',
};

const rootParts = (name: string, prefix: 'root' | 'bass'): Element =>
  element(prefix, [
    element(`${prefix}-step`, name.charAt(0)),
    ...(name.length > 1 ? [element(`${prefix}-alter`, /[♯#]/.test(name) ? 1 : -1)] : []),
  ]);

const harmonyOf = ({ voicing }: Pattern): readonly Element[] => {
  const match = /^([A-G][#♯b♭]?)([a-z0-9]*)(?:\/([A-G][#♯b♭]?))?/.exec(voicing.chord);
  const kind = match && KINDS[match[2] ?? ''];
  if (!match || !kind) return [];
  return [
    element('harmony', [
      rootParts(match[1] as string, 'root'),
      element('kind', kind),
      ...(match[3] ? [rootParts(match[3], 'bass')] : []),
    ]),
  ];
};

const tuningOf = ({ instrument }: Pattern): readonly Element[] =>
  instrument.pitches.map((midi, index) =>
    element('staff-tuning', pitchParts(midi, ['tuning-step', 'tuning-alter', 'tuning-octave']), { line: index + 1 }),
  );

const attributesOf = (pattern: Pattern): Element =>
  element('attributes', [
    element('divisions', TICKS_PER_QUARTER),
    element('key', [element('fifths', 0)]),
    element('time', [element('beats', pattern.metre.beats), element('beat-type', pattern.metre.unit)]),
    element('clef', [element('sign', 'TAB'), element('line', Math.ceil(stringCount(pattern.instrument) / 2) + 2)]),
    element('staff-details', [
      element('staff-lines', stringCount(pattern.instrument)),
      ...tuningOf(pattern),
      pattern.instrument.capo > 0 ? element('capo', pattern.instrument.capo) : undefined,
    ]),
  ]);

const UNITS: Readonly<Record<number, string>> = { 2: 'half', 4: 'quarter', 8: 'eighth', 16: '16th' };

const tempoOf = ({ metre, tempo }: Pattern): Element =>
  element(
    'direction',
    [
      element('direction-type', [
        element('metronome', [element('beat-unit', UNITS[metre.unit] ?? 'quarter'), element('per-minute', tempo)]),
      ]),
      element('sound', [], { tempo: Number((tempo * (4 / metre.unit)).toFixed(3)) }),
    ],
    { placement: 'above' },
  );

interface Sounding {
  readonly stroke: Stroke;
  readonly digit: Digit | null;
  /** The next stroke on its string. */
  readonly next: Stroke | undefined;
}

/** The strokes that sound at each time of a bar; muted ones cannot be written. */
const timesOf = (
  pattern: Pattern,
  digits: readonly (Digit | null)[],
  bar: number,
): ReadonlyMap<number, readonly Sounding[]> => {
  const length = ticksPerBar(pattern.metre);
  const times = new Map<number, Sounding[]>();
  pattern.strokes.forEach((stroke, index) => {
    if (Math.floor(stroke.at / length) !== bar || strokePitch(pattern, stroke) === null) return;
    const next = pattern.strokes.find(({ at, string }) => string === stroke.string && at > stroke.at);
    times.set(stroke.at - bar * length, [
      ...(times.get(stroke.at - bar * length) ?? []),
      { stroke, digit: digits[index] ?? null, next },
    ]);
  });
  return times;
};

const measureOf = (pattern: Pattern, digits: readonly (Digit | null)[], bar: number): Element => {
  const length = ticksPerBar(pattern.metre);
  const times = [...timesOf(pattern, digits, bar)].sort(([a], [b]) => a - b);
  const first = times[0]?.[0] ?? length;
  const lengths = times.map(([at], index) => (times[index + 1]?.[0] ?? length) - at);
  const [restMarks = [], ...marks] = tupletMarks([first, ...lengths]);
  const notes = times.flatMap(([, sounding], index) =>
    sounding.map(({ stroke, digit, next }, place) =>
      noteOf(pattern, stroke, digit, {
        chord: place > 0,
        ticks: lengths[index] as number,
        next,
        tuplets: place > 0 ? [] : (marks[index] ?? []),
      }),
    ),
  );
  return element(
    'measure',
    [
      ...(bar === 0 ? [attributesOf(pattern), ...harmonyOf(pattern), tempoOf(pattern)] : []),
      ...(first > 0 ? [restOf(first, restMarks)] : []),
      ...notes,
    ],
    { number: bar + 1 },
  );
};

/**
 * A pattern as a MusicXML 4.0 score on a tablature staff: pitches, strings, frets, `<pluck>` for digits, bow marks for
 * the pick, slurs, harmonics, accents. `digits` come in the order of the strokes. Strokes on muted strings are left out.
 */
export const writeMusicXml = (pattern: Pattern, digits: readonly (Digit | null)[]): string => {
  const score = element(
    'score-partwise',
    [
      element('work', [element('work-title', pattern.name)]),
      element('identification', [element('encoding', [element('software', 'Fleet Wren')])]),
      element('part-list', [element('score-part', [element('part-name', 'Guitar')], { id: 'P1' })]),
      element(
        'part',
        Array.from({ length: pattern.bars }, (_, bar) => measureOf(pattern, digits, bar)),
        { id: 'P1' },
      ),
    ],
    { version: '4.0' },
  );
  return `<?xml version="1.0" encoding="UTF-8"?>\n${written(score)}`;
};
