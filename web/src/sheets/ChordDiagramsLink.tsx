import { say } from '@fleet-wren/wording';
import type { Instrument, Voicing } from '@fleet-wren/core';
import { Link, useLocation } from 'react-router';

/** The way to a page of shapes of the chords that are used. */
export const ChordDiagramsLink = ({
  voicings,
  instrument,
}: {
  readonly voicings: readonly Voicing[];
  readonly instrument: Instrument;
}) => {
  const { pathname } = useLocation();
  const chords = [...new Set(voicings.map(({ chord }) => chord.replace(/ \(.*$/, '')))].join(' ');
  const asked = new URLSearchParams({ chords, tuning: instrument.tuning, from: pathname });
  return (
    <Link to={`/chord-diagrams?${asked.toString()}`} className="btn btn-quiet btn-sm">
      {say('common.chord-diagrams')}
    </Link>
  );
};
