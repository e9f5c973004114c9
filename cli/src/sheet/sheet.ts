import {
  barsBroken,
  calledChord,
  digitsInOrder,
  judge,
  realise,
  schoolOf,
  songForFiles,
  tempoSteps,
  tuningName,
  writeMusicXml,
  type Pattern,
  type Score,
  type ScoreLook,
  type Song,
  type Voicing,
} from '@fleet-wren/core';

/** What stands on a sheet: words over the music, tempos to tick, shapes, and the score to be engraved. */
export interface SheetContent {
  readonly title: string;
  readonly facts: string;
  readonly shapes: readonly Voicing[];
  /** What was done to the music for want of room; nothing where there is room. */
  readonly remark: string | null;
  readonly tempos: readonly number[];
  readonly score: string;
  /** Names of sections, in the order they begin. */
  readonly sections: readonly string[];
}

/** How near its ceiling a tempo on paper comes, as a share. */
const NEAR = 0.92;

const temposFor = (tempo: number, ceiling: number | null): readonly number[] =>
  tempoSteps(ceiling === null ? tempo : Math.max(20, Math.min(tempo, Math.floor(NEAR * ceiling))), ceiling);

const factsOf = (document: Pattern | Song): string => {
  const { metre, tempo, swing, instrument } = document;
  return [
    schoolOf(document).name,
    `${metre.beats}/${metre.unit} at ${tempo}${swing && swing > 50 ? `, swung ${swing} %` : ''}`,
    tuningName(instrument),
    ...(instrument.capo > 0 ? [`capo ${instrument.capo}`] : []),
  ].join(' · ');
};

/** The tempo stands among the facts: over the music it would be said twice. */
const withoutMetronome = (score: string): string =>
  score.replace(/<direction placement="above">\s*<direction-type>\s*<metronome>[^]*?<\/direction>/g, '');

/** What a sheet is laid out for: room in a line, and how notes are called. */
export type SheetLook = Pick<ScoreLook, 'most' | 'naming'>;

const LOOK = { digitsShown: true, counts: true } as const;

const called = (voicings: readonly Voicing[], { naming = 'letters' }: SheetLook): readonly Voicing[] =>
  voicings.map((voicing) => ({ ...voicing, chord: calledChord(voicing.chord, naming) }));

const brokenWords = (score: Score, { most = Infinity }: SheetLook): string | null => {
  const count = barsBroken(score, most);
  if (count === 0) return null;
  return `${count === 1 ? 'One bar is' : `${count} bars are`} too long for a line of this paper and broken at a dashed bar line.`;
};

/** A pattern as it stands on a sheet. */
export const patternContent = (pattern: Pattern, look: SheetLook): SheetContent => {
  const judgement = judge(pattern);
  return {
    title: pattern.name,
    facts: factsOf(pattern),
    shapes: called([pattern.voicing], look),
    remark: brokenWords(realise(pattern), look),
    tempos: temposFor(pattern.tempo, judgement.ceiling?.bpm ?? null),
    score: withoutMetronome(
      writeMusicXml(realise(pattern), digitsInOrder(pattern, judgement), {}, { ...LOOK, ...look }),
    ),
    sections: [],
  };
};

/** A song as it stands on a sheet: every section once. */
export const songContent = (song: Song, look: SheetLook): SheetContent => {
  const { written, score, said } = songForFiles({
    ...song,
    form: song.sections.map(({ id }) => ({ section: id, times: 1 })),
  });
  const judgement = judge(written.pattern);
  return {
    title: song.name,
    facts: factsOf(song),
    shapes: called(Object.values(song.voicings), look),
    remark: brokenWords(score, look),
    tempos: temposFor(song.tempo, judgement.ceiling?.bpm ?? null),
    score: withoutMetronome(
      writeMusicXml(score, digitsInOrder(written.pattern, judgement), said, { ...LOOK, ...look }),
    ),
    sections: song.sections.map(({ name }) => name),
  };
};
