import { say } from '@fleet-wren/wording';
import {
  createChordChangeEdit,
  createInstrumentEdit,
  createVoicingEdit,
  describePosition,
  findBassString,
  findShapeMismatch,
  listChordSpans,
  listOpenShapes,
  rankAlternateBassStrings,
  startOfSlot,
  stringCount,
  ticksPerBeat,
  voicingAt,
  type Instrument,
  type Pattern,
  type Voicing,
} from '@fleet-wren/core';
import { sayMessage } from '@fleet-wren/wording';
import { memo, useState, type ReactNode } from 'react';
import { PillChoice } from '../components/document/PillChoice.tsx';
import { ChordPicker } from '../components/chords/ChordPicker.tsx';
import { chordWords, soundingWords } from '../components/chords/chord-text.ts';
import { CapoSelect } from '../components/tuning/CapoSelect.tsx';
import { TuningSelect } from '../components/tuning/TuningSelect.tsx';
import { usePatternEditor, usePatternEditorStore } from '../workspace/pattern-editor-context.ts';

/** What the list of chords offers besides chords. */
const MORE = { otherShape: '…', byBar: '… |', changeHere: '… +', endHere: '… -' } as const;

interface HarmonyProps {
  /** The pattern without its strokes. */
  readonly pattern: Pattern;
}

/** The beat in which the keyboard stands, in ticks. */
const useBeatHere = (pattern: Pattern): number =>
  usePatternEditor(({ cell }) => {
    const beat = ticksPerBeat(pattern.metre);
    return Math.floor(startOfSlot(pattern, cell.at) / beat) * beat;
  });

/** The chord held where the keyboard stands. */
const useVoicingHere = (pattern: Pattern): Voicing =>
  voicingAt(
    pattern,
    usePatternEditor(({ cell }) => cell.at),
  );

/** What can be done at a beat: a chord may begin there, or the one that begins there may go. */
const changeOptions = (pattern: Pattern, beat: number): readonly (readonly [string, string])[] => {
  if (beat === 0) return [];
  const place = sayMessage(describePosition(pattern, beat));
  return listChordSpans(pattern).some(({ at }) => at === beat)
    ? [[MORE.endHere, say('bench.chord-change-remove', { place })]]
    : [[MORE.changeHere, say('bench.chord-change-from', { place })]];
};

const knownShapes = (instrument: Instrument, voicing: Voicing): readonly Voicing[] => {
  const shapes = listOpenShapes(instrument.tuning, stringCount(instrument));
  return shapes.some(({ chord }) => chord === voicing.chord) ? shapes : [voicing, ...shapes];
};

type Picking = 'here' | 'from' | null;

const ChordChoice = ({ pattern, showChords }: HarmonyProps & { readonly showChords: () => void }) => {
  const bench = usePatternEditorStore();
  const voicing = useVoicingHere(pattern);
  const beat = useBeatHere(pattern);
  const [picking, setPicking] = useState<Picking>(null);
  const known = knownShapes(pattern.instrument, voicing);
  const { applyEdit } = bench.getState();
  const put = (shape: Voicing): void => {
    const { document, cell } = bench.getState();
    const edit =
      picking === 'from' ? createChordChangeEdit(document, beat, shape) : createVoicingEdit(document, shape, cell.at);
    applyEdit(edit);
    setPicking(null);
  };
  const choose = (chosen: string): void => {
    if (chosen === MORE.otherShape) return setPicking('here');
    if (chosen === MORE.changeHere) return setPicking('from');
    if (chosen === MORE.byBar) return showChords();
    if (chosen === MORE.endHere)
      return void applyEdit(createChordChangeEdit(bench.getState().document, beat, undefined));
    const next = known.find((shape) => shape.chord === chosen);
    if (next) put(next);
  };
  return (
    <>
      <PillChoice
        label={say('bench.chord')}
        value={voicing.chord}
        options={[
          ...known.map(({ chord }) => [chord, chordWords(chord)] as const),
          [MORE.otherShape, say('bench.other-voicing-more')],
          [MORE.byBar, say('bench.chords-by-bar-more')],
          ...changeOptions(pattern, beat),
        ]}
        choose={choose}
        strong
      />
      {picking && (
        <ChordPicker instrument={pattern.instrument} current={voicing} hide={() => setPicking(null)} pick={put} />
      )}
    </>
  );
};

/** On which strings, behind which capo, on which chord. */
export const HarmonyChoices = memo(({ pattern, showChords }: HarmonyProps & { readonly showChords: () => void }) => {
  const bench = usePatternEditorStore();
  const { applyEdit } = bench.getState();
  const { instrument } = pattern;
  return (
    <>
      <TuningSelect
        instrument={instrument}
        choose={(next) => applyEdit(createInstrumentEdit(bench.getState().document, next))}
      />
      <CapoSelect
        capo={instrument.capo}
        choose={(capo) => applyEdit({ kind: 'setInstrument', instrument: { ...instrument, capo } })}
      />
      <ChordChoice pattern={pattern} showChords={showChords} />
    </>
  );
});

const bassWords = (instrument: Instrument, voicing: Voicing): ReactNode => {
  const bass = findBassString(instrument, voicing);
  const [alternate] = rankAlternateBassStrings(instrument, voicing);
  if (bass === null) return say('bench.no-bass-note-in-this-chord');
  return alternate === undefined
    ? say('bench.bass-on-string', { bass })
    : say('bench.alternating-bass-on-strings-and', { bass, alternate });
};

interface ShapeProps {
  readonly voicing: Voicing;
  readonly instrument: Instrument;
}

const Sounding = ({ voicing, instrument }: ShapeProps) => {
  const words = soundingWords(voicing, instrument);
  return words === '' ? null : <span className="text-soft text-nowrap">{words}</span>;
};

/** Where the shape does not sound what its name says. */
const Mismatch = ({ voicing, instrument }: ShapeProps) => {
  const mismatch = findShapeMismatch(voicing, instrument);
  if (!mismatch) return null;
  const { foreign, missing } = mismatch;
  return (
    <span className="chord-mismatch" role="note">
      {foreign.length > 0 && say('bench.shape-foreign', { chord: voicing.chord, notes: foreign.join(', ') })}
      {foreign.length === 0 && say('bench.shape-missing', { chord: voicing.chord, notes: missing.join(', ') })}
    </span>
  );
};

/** The chord held where the keyboard stands: its shape and its bass. */
export const ChordHere = ({ pattern }: HarmonyProps) => {
  const voicing = useVoicingHere(pattern);
  const { instrument } = pattern;
  return (
    <>
      <strong>{chordWords(voicing.chord)}</strong>
      <Sounding voicing={voicing} instrument={instrument} />
      <span className="frets">{voicing.frets.map((fret) => fret ?? '×').join(' ')}</span>
      <span className="text-soft">{bassWords(instrument, voicing)}</span>
      <Mismatch voicing={voicing} instrument={instrument} />
    </>
  );
};
