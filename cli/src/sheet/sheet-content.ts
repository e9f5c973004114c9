import { sayLabel, sayMessage, sayParts } from '@fleet-wren/wording';
import {
  formatChordSymbol,
  listDigitsInOrder,
  analysePattern,
  describeLongBars,
  describeMeasures,
  flattenScore,
  listShapes,
  listSheetFacts,
  listSheetTempos,
  prepareSongExport,
  exportMusicXml,
  type Pattern,
  type EngravingPreferences,
  type Song,
  type Voicing,
  type Message,
} from '@fleet-wren/core';
import { createHandPictures, type HandPicture } from './hand-pictures.ts';

/** What stands on a sheet: words over the music, tempos to tick, shapes, and the score to be engraved. */
export interface SheetContent {
  readonly title: string;
  readonly facts: string;
  readonly shapes: readonly Voicing[];
  /** What was done to the music for want of room; nothing where there is room. */
  readonly remark: string | null;
  readonly tempos: readonly number[];
  readonly score: string;
  /** Its measures in words, for whoever has the sheet read out. */
  readonly spoken: readonly string[];
  /** Names of sections, in the order they begin. */
  readonly sections: readonly string[];
  /** Moments of the hand, where they are asked for. */
  readonly hand: readonly HandPicture[];
}

/** What else stands on a sheet of a pattern. */
export interface SheetExtras {
  readonly showsHand?: boolean | undefined;
  readonly isLeftHanded?: boolean | undefined;
}

/** What a sheet is laid out for: room in a line, and how notes are called. */
export type SheetLayoutOptions = Required<Pick<EngravingPreferences, 'maxStrokesPerSystem' | 'naming' | 'isOnSheet'>>;

const LOOK = { showDigits: true, counts: true } as const;

const called = (voicings: readonly Voicing[], { naming }: SheetLayoutOptions): readonly Voicing[] =>
  voicings.map((voicing) => ({ ...voicing, chord: formatChordSymbol(voicing.chord, naming) }));

const said = (remark: Message | null): string | null => remark && sayMessage(remark);

/** A pattern as it stands on a sheet. */
export const createPatternSheet = (
  pattern: Pattern,
  look: SheetLayoutOptions,
  { showsHand = false, isLeftHanded = false }: SheetExtras = {},
): SheetContent => {
  const judgement = analysePattern(pattern);
  const score = flattenScore(pattern);
  const digits = listDigitsInOrder(pattern, judgement);
  return {
    title: pattern.name,
    facts: listSheetFacts(pattern).map(sayLabel).join(' · '),
    shapes: called(listShapes(pattern), look),
    remark: said(describeLongBars(score, look.maxStrokesPerSystem)),
    tempos: listSheetTempos(pattern.tempo, judgement.limit?.maxTempo ?? null),
    score: exportMusicXml(score, digits, {}, { ...LOOK, ...look }),
    spoken: describeMeasures(score, digits, {}, look.maxStrokesPerSystem).map(sayParts),
    sections: [],
    hand: showsHand ? createHandPictures(score, digits, isLeftHanded) : [],
  };
};

/** A song as it stands on a sheet: every section once. */
export const createSongSheet = (song: Song, look: SheetLayoutOptions): SheetContent => {
  const {
    expanded,
    score,
    annotations: words,
  } = prepareSongExport({
    ...song,
    form: song.sections.map(({ id }) => ({ section: id, times: 1 })),
  });
  const judgement = analysePattern(expanded.pattern);
  const digits = listDigitsInOrder(expanded.pattern, judgement);
  return {
    title: song.name,
    facts: listSheetFacts(song).map(sayLabel).join(' · '),
    shapes: called(Object.values(song.voicings), look),
    remark: said(describeLongBars(score, look.maxStrokesPerSystem)),
    tempos: listSheetTempos(song.tempo, judgement.limit?.maxTempo ?? null),
    score: exportMusicXml(score, digits, words, { ...LOOK, ...look }),
    spoken: describeMeasures(score, digits, words, look.maxStrokesPerSystem).map(sayParts),
    sections: song.sections.map(({ name }) => name),
    hand: [],
  };
};
