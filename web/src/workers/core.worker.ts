import {
  listAlternativeFingerings,
  compareSongSchools,
  findAxes,
  proposeCapos,
  createCapoEdit,
  compareSchools,
  findQuickFix,
  listDigitsInOrder,
  createDrillGrid,
  createEasierVersions,
  applyPatternEdit,
  explainDigit,
  midiToFrequency,
  analysePattern,
  createLadder,
  learnSchool,
  createFingeringCache,
  synthesisePluckedString,
  parseChart,
  findSchoolsToCompare,
  createSeededRandom,
  createSongFromChart,
  analyseSong,
  analyseStringUsage,
  createTransposeEdit,
  createTaskFromPattern,
  success,
  valueOrThrow,
  findVoicings,
  type AnyPatternEdit,
  type HandProfile,
  type PatternAnalysis,
  type Pattern,
} from '@fleet-wren/core';
import { judgementChange } from './judgement-change.ts';
import { withFirstFigureName } from './figure-names.ts';
import type { CoreWork } from './protocol.ts';
import { readContent, readSongContent } from './read-content.ts';
import { serve, type Scope } from './serve.ts';

/** Seconds a rendered string rings at most. */
const RING = 4;

/** Rounds of the same work until the browser has compiled it to run at full speed. */
const WARM_UP = 25;

const hands = new Map<string, HandProfile>();

/** The same value for a hand that says the same: core keeps its tables by hand. */
const sameHand = (hand: HandProfile): HandProfile => {
  const words = JSON.stringify(hand);
  const known = hands.get(words) ?? hand;
  hands.set(words, known);
  return known;
};

/** After the first judgement goes over it again in small steps, so that the edits to come are judged within a frame. */
const warmUp = (pattern: Pattern, hand: HandProfile, left: number): void => {
  if (left === 0) return;
  analysePattern(pattern, { hand });
  setTimeout(() => warmUp(pattern, hand, left - 1), 15);
};

let cold = true;

const warmOnce = (pattern: Pattern, hand: HandProfile): void => {
  if (!cold || pattern.strokes.length === 0) return;
  cold = false;
  const shown = { ...pattern, strokes: pattern.strokes.slice(0, 64) };
  setTimeout(() => warmUp(shown, hand, WARM_UP), 200);
};

/** The state that was judged last: the next question says what was done to it. */
interface Held {
  readonly token: number;
  readonly pattern: Pattern;
  readonly hand: HandProfile;
  readonly judgement: PatternAnalysis;
}

let held: Held | undefined;

/** What the solver remembers of that state. */
const memory = createFingeringCache();

/** The same for a song that is worked on. */
const songMemory = createFingeringCache();

/** Ways to play a song with a capo that are offered. */
const MOST_CAPOS = 3;

const edited = (pattern: Pattern, edits: readonly AnyPatternEdit[]): Pattern =>
  edits.reduce((state, change) => valueOrThrow(applyPatternEdit(state, change)).document, pattern);

const work: CoreWork = {
  judge: ({ token, base, edits, whole, hand: given }) => {
    const before = held;
    const known = base !== null && before?.token === base ? before : undefined;
    if (!whole && !known) return { kind: 'lost' };
    const hand = sameHand(given);
    const pattern = whole ?? edited((known as Held).pattern, edits);
    const began = performance.now();
    const judgement = analysePattern(pattern, { hand, cache: memory });
    const took = performance.now() - began;
    held = { token, pattern, hand, judgement };
    warmOnce(pattern, hand);
    if (whole || !known) return { kind: 'whole', judgement, took };
    return { kind: 'changed', change: judgementChange(known.judgement, judgement), took };
  },
  judgeOnce: (pattern, hand) => analysePattern(pattern, { hand: sameHand(hand) }),
  explain: (token, index) => {
    if (held?.token !== token) return null;
    const { pattern, hand, judgement } = held;
    return explainDigit(
      pattern,
      createTaskFromPattern(pattern, { hand }),
      listDigitsInOrder(pattern, judgement),
      index,
    );
  },
  cures: (pattern, judgement, findings, hand) =>
    findings.map((finding) => findQuickFix(pattern, judgement, finding, { hand: sameHand(hand) }) ?? null),
  alternatives: (pattern, count, hand) => listAlternativeFingerings(pattern, count, { hand: sameHand(hand) }),
  strings: (pattern, judgement, hand) => analyseStringUsage(pattern, judgement, { hand: sameHand(hand) }),
  compare: (pattern, schools, own, hand) =>
    compareSchools(pattern, valueOrThrow(findSchoolsToCompare(pattern, schools, own)), { hand: sameHand(hand) }),
  studySong: (song, hand) => analyseSong(song, { hand: sameHand(hand), cache: songMemory }),
  easier: (song, hand) =>
    createEasierVersions(song, analyseSong(song, { hand: sameHand(hand) }), { hand: sameHand(hand) }),
  songApproaches: (song, schools, own, hand) =>
    compareSongSchools(song, valueOrThrow(findSchoolsToCompare(song, schools, own)), { hand: sameHand(hand) }),
  rekey: (song, to) => ('capo' in to ? createCapoEdit(song, to.capo) : createTransposeEdit(song, to.semitones)),
  capos: (symbols, instrument) => proposeCapos(symbols, instrument).slice(0, MOST_CAPOS),
  chartSong: (chart, name, changes) => {
    const read = parseChart(chart);
    const made = read.ok ? createSongFromChart(read.value, name, changes) : read;
    return made.ok ? success(withFirstFigureName(made.value)) : made;
  },
  voicings: (symbol, instrument) => findVoicings(symbol, instrument),
  learn: learnSchool,
  ladder: createLadder,
  drills: (pattern, axes, hand) =>
    valueOrThrow(createDrillGrid(pattern, valueOrThrow(findAxes(axes)), { hand: sameHand(hand) })),
  // Seeded by its pitch: a note sounds the same each time it is rendered.
  pluck: (midi, sampleRate) =>
    synthesisePluckedString({
      frequency: midiToFrequency(midi),
      duration: RING,
      sampleRate,
      random: createSeededRandom(midi),
    }),
  readFile: readContent,
  readSong: readSongContent,
};

serve(self as unknown as Scope, { ...work });
