import {
  digitsInOrder,
  judge,
  realise,
  schoolOf,
  songForFiles,
  tempoSteps,
  tuningName,
  writeMusicXml,
  type Pattern,
  type Song,
  type Voicing,
} from '@fleet-wren/core';

/** What stands on a sheet: words over the music, tempos to tick, shapes, and the score to be engraved. */
export interface SheetContent {
  readonly title: string;
  readonly facts: string;
  readonly shapes: readonly Voicing[];
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
  const { metre, tempo, instrument } = document;
  return [
    schoolOf(document).name,
    `${metre.beats}/${metre.unit} at ${tempo}`,
    tuningName(instrument),
    ...(instrument.capo > 0 ? [`capo ${instrument.capo}`] : []),
  ].join(' · ');
};

/** The tempo stands among the facts: over the music it would be said twice. */
const withoutMetronome = (score: string): string =>
  score.replace(/<direction placement="above">\s*<direction-type>\s*<metronome>[^]*?<\/direction>/g, '');

const LOOK = { digitsShown: true, counts: true } as const;

/** A pattern as it stands on a sheet. */
export const patternContent = (pattern: Pattern): SheetContent => {
  const judgement = judge(pattern);
  return {
    title: pattern.name,
    facts: factsOf(pattern),
    shapes: [pattern.voicing],
    tempos: temposFor(pattern.tempo, judgement.ceiling?.bpm ?? null),
    score: withoutMetronome(writeMusicXml(realise(pattern), digitsInOrder(pattern, judgement), {}, LOOK)),
    sections: [],
  };
};

/** A song as it stands on a sheet: every section once. */
export const songContent = (song: Song): SheetContent => {
  const { written, score, said } = songForFiles({
    ...song,
    form: song.sections.map(({ id }) => ({ section: id, times: 1 })),
  });
  const judgement = judge(written.pattern);
  return {
    title: song.name,
    facts: factsOf(song),
    shapes: Object.values(song.voicings),
    tempos: temposFor(song.tempo, judgement.ceiling?.bpm ?? null),
    score: withoutMetronome(writeMusicXml(score, digitsInOrder(written.pattern, judgement), said, LOOK)),
    sections: song.sections.map(({ name }) => name),
  };
};
