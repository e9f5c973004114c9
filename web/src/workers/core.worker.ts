import {
  listAlternativeFingerings,
  compareSongSchools,
  findAxes,
  proposeCapos,
  findFasterFingering,
  proposeKeysForVoice,
  planTransposition,
  compareSchools,
  findQuickFix,
  listDigitsInOrder,
  createDrillGrid,
  createBuildUp,
  createEasierVersions,
  applyPatternEdit,
  explainDigit,
  analysePattern,
  createLadder,
  learnSchool,
  createFingeringCache,
  synthesiseSource,
  studyCoverage,
  studyGroup,
  studySkills,
  listSkillGains,
  findSchoolsToCompare,
  importChartText,
  analyseSong,
  analyseStringUsage,
  createTaskFromPattern,
  success,
  valueOrThrow,
  findVoicings,
  type AnyPatternEdit,
  type HandProfile,
  type PatternAnalysis,
  type Pattern,
} from '@fleet-wren/core';
import { diffAnalyses } from './analysis-diff.ts';
import { withFirstFigureName } from './figure-names.ts';
import type { CoreWorkerApi } from './worker-protocol.ts';
import { importFileForLibrary, importPatternFile, importSongFile } from './import-file.ts';
import { serveRequests, type WorkerScope } from './serve-requests.ts';

/** Rounds of the same work until the browser has compiled it to run at full speed. */
const WARM_UP_ROUNDS = 25;

const handCache = new Map<string, HandProfile>();

/** The same value for a hand that says the same: core keeps its tables by hand. */
const internHand = (hand: HandProfile): HandProfile => {
  const words = JSON.stringify(hand);
  const known = handCache.get(words) ?? hand;
  handCache.set(words, known);
  return known;
};

/** After the first judgement goes over it again in small steps, so that the edits to come are judged within a frame. */
const warmUp = (pattern: Pattern, hand: HandProfile, left: number): void => {
  if (left === 0) return;
  analysePattern(pattern, { hand });
  setTimeout(() => warmUp(pattern, hand, left - 1), 15);
};

let isCold = true;

const warmOnce = (pattern: Pattern, hand: HandProfile): void => {
  if (!isCold || pattern.strokes.length === 0) return;
  isCold = false;
  const shown = { ...pattern, strokes: pattern.strokes.slice(0, 64) };
  setTimeout(() => warmUp(shown, hand, WARM_UP_ROUNDS), 200);
};

/** The state that was judged last: the next question says what was done to it. */
interface AnalysedState {
  readonly token: number;
  readonly pattern: Pattern;
  readonly hand: HandProfile;
  readonly judgement: PatternAnalysis;
}

let analysedState: AnalysedState | undefined;

/** What the solver remembers of that state. */
const fingeringCache = createFingeringCache();

/** The same for a song that is worked on. */
const songFingeringCache = createFingeringCache();

/** Ways to play a song with a capo that are offered. */
const MAX_CAPO_SUGGESTIONS = 3;

const applyEdits = (pattern: Pattern, edits: readonly AnyPatternEdit[]): Pattern =>
  edits.reduce((state, change) => valueOrThrow(applyPatternEdit(state, change)).document, pattern);

const handlers: CoreWorkerApi = {
  analyse: ({ token, base, edits, whole, hand: given }) => {
    const before = analysedState;
    const known = base !== null && before?.token === base ? before : undefined;
    if (!whole && !known) return { kind: 'lost' };
    const hand = internHand(given);
    const pattern = whole ?? applyEdits((known as AnalysedState).pattern, edits);
    const began = performance.now();
    const judgement = analysePattern(pattern, { hand, cache: fingeringCache });
    const took = performance.now() - began;
    analysedState = { token, pattern, hand, judgement };
    warmOnce(pattern, hand);
    if (whole || !known) return { kind: 'whole', judgement, durationMs: took };
    return { kind: 'changed', change: diffAnalyses(known.judgement, judgement), durationMs: took };
  },
  analyseOnce: (pattern, hand) => analysePattern(pattern, { hand: internHand(hand) }),
  explain: (token, index) => {
    if (analysedState?.token !== token) return null;
    const { pattern, hand, judgement } = analysedState;
    return explainDigit(
      pattern,
      createTaskFromPattern(pattern, { hand }),
      listDigitsInOrder(pattern, judgement),
      index,
    );
  },
  findQuickFixes: (pattern, judgement, findings, hand) =>
    findings.map((finding) => findQuickFix(pattern, judgement, finding, { hand: internHand(hand) }) ?? null),
  alternatives: (pattern, count, hand) => listAlternativeFingerings(pattern, count, { hand: internHand(hand) }),
  strings: (pattern, judgement, hand) => analyseStringUsage(pattern, judgement, { hand: internHand(hand) }),
  compare: (pattern, schools, own, hand) =>
    compareSchools(pattern, valueOrThrow(findSchoolsToCompare(pattern, schools, own)), { hand: internHand(hand) }),
  studySong: (song, hand) => analyseSong(song, { hand: internHand(hand), cache: songFingeringCache }),
  easier: (song, hand) =>
    createEasierVersions(song, analyseSong(song, { hand: internHand(hand) }), { hand: internHand(hand) }),
  buildUp: (song, hand) =>
    createBuildUp(song, analyseSong(song, { hand: internHand(hand) }), { hand: internHand(hand) }),
  songApproaches: (song, schools, own, hand) =>
    compareSongSchools(song, valueOrThrow(findSchoolsToCompare(song, schools, own)), { hand: internHand(hand) }),
  planTransposition,
  capos: (symbols, instrument) => proposeCapos(symbols, instrument).slice(0, MAX_CAPO_SUGGESTIONS),
  fasterFingering: (pattern, hand) => findFasterFingering(pattern, { hand: internHand(hand) }) ?? null,
  keysForVoice: proposeKeysForVoice,
  chartSong: (chart, name, changes) => {
    const made = importChartText(chart, name, changes);
    return made.ok ? success({ ...made.value, song: withFirstFigureName(made.value.song) }) : made;
  },
  voicings: (symbol, instrument) => findVoicings(symbol, instrument),
  learn: learnSchool,
  ladder: createLadder,
  studyGroup,
  studySkills,
  listSkillGains,
  studyCoverage,
  drills: (pattern, axes, hand) =>
    valueOrThrow(createDrillGrid(pattern, valueOrThrow(findAxes(axes)), { hand: internHand(hand) })),
  synthesise: synthesiseSource,
  importPattern: importPatternFile,
  importSong: importSongFile,
  importForLibrary: importFileForLibrary,
};

serveRequests(self as unknown as WorkerScope, { ...handlers });
