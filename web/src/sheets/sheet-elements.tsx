import { chordWords, soundingWords } from '../components/chords/chord-text.ts';
import { say, sayLabel } from '@fleet-wren/wording';
import {
  findBassString,
  formatChordSymbol,
  flattenScore,
  resolveSchoolOrThrow,
  listSheetTempos,
  exportTab,
  type Digit,
  type Instrument,
  type NoteNamingSystem,
  type Pattern,
  type Score,
  type ScoreAnnotations,
  type Voicing,
} from '@fleet-wren/core';
import { useMemo } from 'react';
import { ChordDiagram } from '../components/chord-diagram/ChordDiagram.tsx';

type Digits = Readonly<Record<string, Digit | null>>;

/** Shapes on small necks, each with its name. */
export const ChordDiagramRow = ({
  voicings,
  instrument,
  names,
}: {
  readonly voicings: readonly Voicing[];
  readonly instrument: Instrument;
  readonly names: NoteNamingSystem;
}) => (
  <div className="sheet-grids">
    {voicings.map((voicing) => (
      <figure key={voicing.chord + voicing.frets.join()}>
        <figcaption>
          {chordWords(formatChordSymbol(voicing.chord, names))} <small>{soundingWords(voicing, instrument)}</small>
        </figcaption>
        <ChordDiagram voicing={voicing} bass={findBassString(instrument, voicing)} turn="upright" />
      </figure>
    ))}
  </div>
);

/** The tablature itself: from the first line that is one on, since the sheet says the rest. */
const withoutHead = (text: string): string => {
  const lines = text.split('\n');
  const blank = lines.findIndex((line) => line.trim() === '');
  return lines
    .slice(blank + 1)
    .join('\n')
    .replace(/^\n+|\s+$/g, '');
};

interface TablatureProps {
  readonly pattern: Pattern;
  readonly digits: Digits;
  /** The same flat, where it has the chords and sections of a song. */
  readonly score?: Score;
  readonly annotations?: ScoreAnnotations;
}

/** Tablature with digits and counts, in type of one width; no system is broken over a page. */
export const Tablature = ({ pattern, digits, score, annotations }: TablatureProps) => {
  const systems = useMemo(() => {
    const order = pattern.strokes.map(({ id }) => digits[id] ?? null);
    const school = sayLabel(resolveSchoolOrThrow(pattern).name);
    return withoutHead(exportTab(score ?? flattenScore(pattern), order, school, annotations)).split(/\n\s*\n/);
  }, [pattern, digits, score, annotations]);
  return (
    <div className="sheet-tab">
      {systems.map((system, index) => (
        <pre key={index}>{system}</pre>
      ))}
    </div>
  );
};

/** Tempos to practise at, with boxes to tick. */
export const TempoChecklist = ({ tempo, ceiling }: { readonly tempo: number; readonly ceiling: number | null }) => (
  <section className="sheet-steps" aria-label={say('sheet.tempos-to-practise-at')}>
    <h2>{say('sheet.tempo-bpm')}</h2>
    <ul>
      {listSheetTempos(tempo, ceiling).map((step) => (
        <li key={step}>
          <span className="box" aria-hidden="true" />
          {step}
        </li>
      ))}
    </ul>
    <p>{say('sheet.play-it-three-times-in-a')}</p>
  </section>
);
