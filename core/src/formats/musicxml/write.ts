import { pitchClassOf, stringCount } from '../../instrument/index.ts';
import { isFinger, type Digit, type Slur } from '../../pattern/index.ts';
import { lastIndexBefore, type Score, type ScoreBar, type ScoreStroke, type TempoMark } from '../../score/index.ts';
import { TICKS_PER_QUARTER, type Metre } from '../../time/index.ts';
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

const slursAt = (stroke: ScoreStroke, next: ScoreStroke | undefined): Slurs => {
  const all = [
    ...(stroke.slur ? [[stroke.slur, slurElement(stroke.slur, 'stop', stroke.string)] as const] : []),
    ...(next?.slur ? [[next.slur, slurElement(next.slur, 'start', stroke.string)] as const] : []),
  ];
  return {
    technical: all.filter(([slur]) => slur !== 'slide').map(([, one]) => one),
    notations: all.filter(([slur]) => slur === 'slide').map(([, one]) => one),
  };
};

const harmonicOf = ({ harmonic }: ScoreStroke): Element | undefined =>
  harmonic && element('harmonic', [element(harmonic.kind === 'natural' ? 'natural' : 'artificial')]);

const notationsOf = (
  stroke: ScoreStroke,
  digit: Digit | null,
  { next, tuplets }: Pick<Place, 'next' | 'tuplets'>,
): Element => {
  const slurs = slursAt(stroke, next);
  const fret = stroke.harmonic?.kind === 'natural' ? stroke.harmonic.touch : (stroke.fret ?? 0);
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
  readonly next: ScoreStroke | undefined;
  readonly tuplets: readonly ('start' | 'stop')[];
}

const noteOf = (stroke: ScoreStroke, digit: Digit | null, place: Place): Element =>
  element(
    'note',
    [
      place.chord ? element('chord') : undefined,
      pitchOf(stroke.pitch ?? 0),
      element('duration', place.ticks),
      element('voice', 1),
      ...valueElements(place.ticks),
      stroke.silent ? element('notehead', 'none') : stroke.damped ? element('notehead', 'normal') : undefined,
      notationsOf(stroke, digit, place),
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

const harmonyOf = (chord: string): readonly Element[] => {
  const match = /^([A-G][#♯b♭]?)([a-z0-9]*)(?:\/([A-G][#♯b♭]?))?(?: \(.*)?$/.exec(chord);
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

const tuningOf = ({ instrument }: Score): readonly Element[] =>
  instrument.pitches.map((midi, index) =>
    element('staff-tuning', pitchParts(midi, ['tuning-step', 'tuning-alter', 'tuning-octave']), { line: index + 1 }),
  );

const timeOf = ({ beats, unit }: Metre): Element =>
  element('time', [element('beats', beats), element('beat-type', unit)]);

const attributesOf = (score: Score): Element =>
  element('attributes', [
    element('divisions', TICKS_PER_QUARTER),
    element('key', [element('fifths', 0)]),
    timeOf((score.bars[0] as ScoreBar).metre),
    element('clef', [element('sign', 'TAB'), element('line', Math.ceil(stringCount(score.instrument) / 2) + 2)]),
    element('staff-details', [
      element('staff-lines', stringCount(score.instrument)),
      ...tuningOf(score),
      score.instrument.capo > 0 ? element('capo', score.instrument.capo) : undefined,
    ]),
  ]);

const UNITS: Readonly<Record<number, string>> = { 2: 'half', 4: 'quarter', 8: 'eighth', 16: '16th' };

const tempoOf = ({ bpm }: TempoMark, { unit }: Metre): Element =>
  element(
    'direction',
    [
      element('direction-type', [
        element('metronome', [element('beat-unit', UNITS[unit] ?? 'quarter'), element('per-minute', bpm)]),
      ]),
      element('sound', [], { tempo: Number((bpm * (4 / unit)).toFixed(3)) }),
    ],
    { placement: 'above' },
  );

interface Written {
  readonly stroke: ScoreStroke;
  readonly digit: Digit | null;
  /** The next stroke on its string. */
  readonly next: ScoreStroke | undefined;
}

/** What can be written of each bar, by its times; strokes on muted strings cannot. */
const writtenByBar = (score: Score, digits: readonly (Digit | null)[]): readonly ReadonlyMap<number, Written[]>[] => {
  const bars = score.bars.map(() => new Map<number, Written[]>());
  const following = new Map<number, ScoreStroke>();
  for (let index = score.strokes.length - 1; index >= 0; index -= 1) {
    const stroke = score.strokes[index] as ScoreStroke;
    const bar = lastIndexBefore(score.bars, stroke.at);
    const past = stroke.at - (score.bars[bar] as ScoreBar).at;
    const next = following.get(stroke.string);
    following.set(stroke.string, stroke);
    if (stroke.pitch === null) continue;
    bars[bar]?.set(past, [{ stroke, digit: digits[index] ?? null, next }, ...(bars[bar].get(past) ?? [])]);
  }
  return bars;
};

/** What stands before the notes of a bar: metre, chords and tempos where they begin. */
const barHead = (score: Score, index: number): readonly Element[] => {
  const bar = score.bars[index] as ScoreBar;
  const before = score.bars[index - 1]?.metre;
  const inside = ({ at }: { readonly at: number }): boolean => at >= bar.at && at < bar.at + bar.ticks;
  const changed = before && (before.beats !== bar.metre.beats || before.unit !== bar.metre.unit);
  return [
    ...(index === 0 ? [attributesOf(score)] : changed ? [element('attributes', [timeOf(bar.metre)])] : []),
    ...score.chords.filter(inside).flatMap(({ voicing }) => harmonyOf(voicing.chord)),
    ...score.tempos.filter(inside).map((mark) => tempoOf(mark, bar.metre)),
  ];
};

const measureOf = (score: Score, index: number, byTime: ReadonlyMap<number, readonly Written[]>): Element => {
  const length = (score.bars[index] as ScoreBar).ticks;
  const times = [...byTime].sort(([a], [b]) => a - b);
  const first = times[0]?.[0] ?? length;
  const lengths = times.map(([at], place) => (times[place + 1]?.[0] ?? length) - at);
  const [restMarks = [], ...marks] = tupletMarks([first, ...lengths]);
  const notes = times.flatMap(([, struck], time) =>
    struck.map(({ stroke, digit, next }, place) =>
      noteOf(stroke, digit, {
        chord: place > 0,
        ticks: lengths[time] as number,
        next,
        tuplets: place > 0 ? [] : (marks[time] ?? []),
      }),
    ),
  );
  const content = [...barHead(score, index), ...(first > 0 ? [restOf(first, restMarks)] : []), ...notes];
  return element('measure', content, { number: index + 1 });
};

/**
 * A score as MusicXML 4.0 on a tablature staff: pitches, strings, frets, `<pluck>` for digits, bow marks for the pick,
 * slurs, harmonics, accents. `digits` come in the order of the strokes. Strokes on muted strings are left out.
 * @example
 * writeMusicXml(realise(valueOrThrow(readFigure('5 3 2 3')).pattern), ['p', 'i', 'm', 'i']).includes('<score-partwise') // => true
 */
export const writeMusicXml = (score: Score, digits: readonly (Digit | null)[]): string => {
  const bars = writtenByBar(score, digits);
  const root = element(
    'score-partwise',
    [
      element('work', [element('work-title', score.name)]),
      element('identification', [element('encoding', [element('software', 'Fleet Wren')])]),
      element('part-list', [element('score-part', [element('part-name', 'Guitar')], { id: 'P1' })]),
      element(
        'part',
        bars.map((byTime, index) => measureOf(score, index, byTime)),
        { id: 'P1' },
      ),
    ],
    { version: '4.0' },
  );
  return `<?xml version="1.0" encoding="UTF-8"?>\n${written(root)}`;
};
