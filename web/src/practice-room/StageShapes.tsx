import { sayLabel, sayMessage } from '@fleet-wren/wording';
import { describeRetuning, findBassString, listShapes, tuningName, type Pattern } from '@fleet-wren/core';
import { chordWords, soundingWords } from '../components/chords/chord-text.ts';
import { ChordDiagramView } from '../components/chord-diagram/ChordDiagram.tsx';
import { ReferenceTones } from '../components/tuning/ReferenceTones.tsx';

interface StageShapesProps {
  readonly pattern: Pattern;
}

/** How the guitar gets to a tuning that is not the usual one, with a tone for each string. */
export const Retuning = ({ pattern: { instrument } }: StageShapesProps) => {
  const steps = describeRetuning(instrument);
  if (!steps) return null;
  return (
    <details className="room-tuning">
      <summary>
        {sayLabel(tuningName(instrument))}: {sayMessage(steps)}
      </summary>
      <ReferenceTones instrument={instrument} />
    </details>
  );
};

/** The shapes that are held. */
export const Chord = ({ pattern }: StageShapesProps) => {
  const { instrument } = pattern;
  return listShapes(pattern).map((voicing) => (
    <figure className="room-chord" key={voicing.chord + voicing.frets.join()}>
      <figcaption>
        {chordWords(voicing.chord)} <small>{soundingWords(voicing, instrument)}</small>
      </figcaption>
      <ChordDiagramView voicing={voicing} bass={findBassString(instrument, voicing)} />
    </figure>
  ));
};
