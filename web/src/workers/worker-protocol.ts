import type {
  BuildUpLayer,
  AlternativeFingering,
  FasterFingering,
  ImportSelection,
  TransposeMethod,
  TransposePlan,
  TransposeTarget,
  CapoProposal,
  Coverage,
  VocalRange,
  SchoolComparison,
  QuickFix,
  Digit,
  DrillGrid,
  EasierVersion,
  AnyPatternEdit,
  DigitExplanation,
  ImportResult,
  LibraryImport,
  LibraryKind,
  SongImport,
  RankedVoicing,
  SourceFile,
  HandProfile,
  Instrument,
  PatternAnalysis,
  PracticeLadder,
  LadderOptions,
  SchoolTrainingRequest,
  SkillStudy,
  SkillGain,
  SkillHistoryRequest,
  SkillStudyRequest,
  TargetStudy,
  LearnedSchool,
  CustomSchool,
  PlayedNote,
  Pattern,
  PlaybackOptions,
  Problem,
  Result,
  Song,
  SongSchoolResult,
  SongAnalysis,
  SoundSource,
  SpokenClip,
  StringUsage,
  StudyFigure,
  TakeAssessment,
} from '@fleet-wren/core';
import type { AnalysisDiff } from './analysis-diff.ts';

/** What is to be judged: edits of what the worker holds, or a pattern as a whole. Tokens name states of it. */
interface AnalysisRequest {
  /** The name under which the worker holds what it judges from now on. */
  readonly token: number;
  /** The state the edits go on from; null where the whole comes along. */
  readonly base: number | null;
  readonly edits: readonly AnyPatternEdit[];
  readonly whole?: Pattern;
  readonly hand: HandProfile;
}

/**
 * Milliseconds the judging took, and what changed against the judgement of the base; the whole of it; or that the base
 * is not held (any more).
 */
export type AnalysisResponse =
  | { readonly kind: 'changed'; readonly change: AnalysisDiff; readonly durationMs: number }
  | { readonly kind: 'whole'; readonly judgement: PatternAnalysis; readonly durationMs: number }
  | { readonly kind: 'lost' };

/** A practice track: what is played, as what file, and the words that count along. */
export interface TrackRequest {
  readonly pattern: Pattern;
  readonly digits: readonly (Digit | null)[];
  readonly options: PlaybackOptions;
  /** Beats a minute. */
  readonly tempo: number;
  readonly rounds: number;
  readonly format: 'wav' | 'mp3';
  readonly sampleRate: number;
  readonly words: ReadonlyMap<string, SpokenClip>;
}

/** What a worker does off the page's thread. */
export interface CoreWorkerApi {
  readonly analyse: (question: AnalysisRequest) => AnalysisResponse;
  /** Judges a pattern that is only looked at. */
  readonly analyseOnce: (pattern: Pattern, hand: HandProfile) => PatternAnalysis;
  /** Why a stroke of the held state has its digit; null where that state is not held any more. */
  readonly explain: (token: number, index: number) => DigitExplanation | null;
  /** The best way out of each of some findings of a judgement, null where nothing helps. */
  readonly findQuickFixes: (
    pattern: Pattern,
    judgement: PatternAnalysis,
    findings: PatternAnalysis['diagnostics'],
    hand: HandProfile,
  ) => readonly (QuickFix | null)[];
  readonly alternatives: (pattern: Pattern, count: number, hand: HandProfile) => readonly AlternativeFingering[];
  readonly strings: (pattern: Pattern, judgement: PatternAnalysis, hand: HandProfile) => StringUsage;
  readonly compare: (
    pattern: Pattern,
    schools: readonly string[],
    own: readonly CustomSchool[],
    hand: HandProfile,
  ) => SchoolComparison;
  /** A song fingered as one and read bar by bar. */
  readonly studySong: (song: Song, hand: HandProfile) => SongAnalysis;
  /** Easier versions of a song, the easiest first. */
  readonly easier: (song: Song, hand: HandProfile) => readonly EasierVersion[];
  /** A song layer by layer, each on top of the one before. */
  readonly buildUp: (song: Song, hand: HandProfile) => readonly BuildUpLayer[];
  /** A song in several schools, section by section. */
  readonly songApproaches: (
    song: Song,
    schools: readonly string[],
    own: readonly CustomSchool[],
    hand: HandProfile,
  ) => readonly SongSchoolResult[];
  /** What it comes to to move a song by semitones, or to put a capo on and keep its key. */
  readonly planTransposition: (song: Song, target: TransposeTarget, method: TransposeMethod) => Result<TransposePlan>;
  /** The kindest capos and keys for some chords. */
  readonly capos: (symbols: readonly string[], instrument: Instrument) => readonly CapoProposal[];
  /** Another fingering that reaches a higher tempo; null where none does. */
  readonly fasterFingering: (pattern: Pattern, hand: HandProfile) => FasterFingering | null;
  /** Keys and capos in which a voice can sing a tune over chords. */
  readonly keysForVoice: (
    symbols: readonly string[],
    instrument: Instrument,
    tune: VocalRange,
    voice: VocalRange,
  ) => readonly CapoProposal[];
  /** A song from a chord chart, or where the chart cannot be read. */
  readonly chartSong: (chart: string, name: string, changes: Partial<Song>) => Result<SongImport>;
  /** The shapes of a chord by ease. */
  readonly voicings: (symbol: string, instrument: Instrument) => Result<readonly RankedVoicing[]>;
  /** A school learnt from pins. */
  readonly learn: (request: SchoolTrainingRequest) => Result<LearnedSchool>;
  /** The way of a pattern to its tempo. */
  readonly ladder: (pattern: Pattern, aim: LadderOptions) => Result<PracticeLadder>;
  /** What is believed of a student's skills, what is next, and the way to a goal. */
  readonly studySkills: (request: SkillStudyRequest) => SkillStudy;
  readonly studyGroup: (requests: readonly SkillStudyRequest[]) => TargetStudy | null;
  /** The skills that were begun or became known since a day. */
  readonly listSkillGains: (request: SkillHistoryRequest) => readonly SkillGain[];
  /** What some patterns teach, and which are played alike. */
  readonly studyCoverage: (figures: readonly StudyFigure[]) => Coverage;
  readonly drills: (pattern: Pattern, axes: readonly string[], hand: HandProfile) => DrillGrid;
  /** Samples of a note, a click or a shaker. */
  readonly synthesise: (source: SoundSource, sampleRate: number) => Float32Array;
  readonly importSong: (file: SourceFile, part?: number) => Promise<Result<SongImport>>;
  readonly importForLibrary: (file: SourceFile, wanted?: LibraryKind) => Promise<Result<LibraryImport>>;
  readonly importPattern: (file: SourceFile, choice: ImportSelection) => Promise<Result<ImportResult>>;
}

/** How notation is engraved. */
export interface EngravingSize {
  /** Pixels from margin to margin, and the size in per cent. */
  readonly width: number;
  readonly scale: number;
}

/** Some of the systems of a score. */
export interface EngravedSystems {
  readonly systems: readonly string[];
  readonly total: number;
}

/** What the engraving worker does; it is started by sheets alone. */
export interface EngravingWorkerApi {
  /** Some systems of a score from one on, a picture each, and how many there are. */
  readonly engrave: (score: string, how: EngravingSize, from: number, most: number) => Promise<EngravedSystems>;
  /** The score in the words of MEI. */
  readonly convertToMei: (score: string) => Promise<string>;
}

/** What the worker of practice tracks does; it is started by their dialog alone. */
export interface TrackWorkerApi {
  /** The bytes of a practice track. */
  readonly renderTrack: (request: TrackRequest) => Promise<Uint8Array>;
}

/** What the listening worker does; it is started by takes alone. */
export interface TakeWorkerApi {
  /** Judges a take of a pattern: samples at core's own rate. */
  readonly judgeTake: (
    samples: Float32Array,
    pattern: Pattern,
    hand: HandProfile | undefined,
  ) => Result<TakeAssessment>;
  /** Judges a take that came as notes: from a MIDI file as it is, or from an instrument. */
  readonly judgeNotes: (
    notes: Uint8Array | readonly PlayedNote[],
    pattern: Pattern,
    hand: HandProfile | undefined,
  ) => Result<TakeAssessment>;
  /** What a take that came as notes sounds like, as a sound file. */
  readonly notesSound: (notes: Uint8Array | readonly PlayedNote[]) => Uint8Array;
  /** A take on the right and its score at its pulse on the left, as a sound file. */
  readonly mixWithReference: (
    samples: Float32Array,
    pattern: Pattern,
    hand: HandProfile | undefined,
    heard: Pick<TakeAssessment['heard'], 'strokes' | 'cycles'>,
  ) => Uint8Array;
  /** A take by an invented player, at core's own rate. */
  readonly simulateTake: (pattern: Pattern, player: string, seed: number) => Float32Array;
}

/** A question on its way to a worker. */
export interface WorkerRequest {
  readonly id: number;
  readonly name: string;
  readonly args: readonly unknown[];
}

/** An answer on its way back: a value, or why there is none. */
export type WorkerResponse =
  | { readonly id: number; readonly value: unknown }
  | { readonly id: number; readonly problems: readonly Problem[]; readonly message: string };
