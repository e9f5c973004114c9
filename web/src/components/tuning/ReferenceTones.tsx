import './tuning.scss';
import { say } from '@fleet-wren/wording';
import { nameNotes, stringCount, type Instrument, type Voicing } from '@fleet-wren/core';
import { Button } from 'react-bootstrap';
import { useStrum } from '../../audio/useStrum.ts';

/** A shape of one open string: what is heard as a reference. */
const openString = (strings: number, string: number): Voicing => ({
  chord: '–',
  frets: Array.from({ length: strings }, (_, index) => (strings - index === string ? 0 : null)),
});

/** Each open string as a button that lets it be heard. */
export const ReferenceTones = ({ instrument }: { readonly instrument: Instrument }) => {
  const strum = useStrum();
  const strings = stringCount(instrument);
  const names = nameNotes(instrument.pitches);
  return (
    <div className="tuning-tones" role="group" aria-label={say('parts.reference-tones')}>
      {names.map((note, index) => {
        const string = strings - index;
        return (
          <Button
            key={string}
            variant="outline-secondary"
            size="sm"
            aria-label={say('parts.hear-string', { string, note })}
            onClick={() => strum({ ...instrument, capo: 0 }, openString(strings, string))}
          >
            <small>{string}</small> {note}
          </Button>
        );
      })}
    </div>
  );
};
