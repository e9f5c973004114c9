import { ceilingFigure, type CapoProposal, type Instrument, type Song, type SongStudy } from '@fleet-wren/core';
import { useMemo } from 'react';
import { EasierVersions } from './EasierVersions.tsx';
import { LearningOrder } from './LearningOrder.tsx';
import { SongSchools } from './SongSchools.tsx';
import { useGoTo, type SideProps } from './useGoTo.ts';
import { Button } from 'react-bootstrap';
import { wordsOf } from '../api/client.ts';
import { studyWorker } from '../workers/client.ts';
import { useAnswer } from '../workers/useAnswer.ts';
import { barName } from './bars.ts';
import { useSongStore } from './store.ts';

const CeilingOfSong = ({ song, study }: SideProps) => {
  const goTo = useGoTo({ study });
  const { ceiling } = study.judgement;
  const { ceilingBar } = study;
  if (!ceiling) return <p className="text-soft">Nothing sets a tempo ceiling yet.</p>;
  return (
    <section className={ceiling.bpm < song.tempo ? 'ceiling ceiling-over' : 'ceiling'} aria-label="Tempo ceiling">
      <p className="ceiling-figure">
        <strong>{ceilingFigure(ceiling.bpm)}</strong> a minute is the ceiling
      </p>
      {ceilingBar !== null && (
        <p className="ceiling-cause">
          set in{' '}
          <button type="button" className="link-button" onClick={() => goTo(ceilingBar)}>
            {barName(song, study, ceilingBar)}
          </button>
          ; {Math.round((song.tempo / ceiling.bpm) * 100)} % of it used
        </p>
      )}
    </section>
  );
};

/** Findings that are shown: the worst of the bars that have any. */
const SHOWN = 5;

const Trouble = ({ song, study }: SideProps) => {
  const goTo = useGoTo({ study });
  const muted = study.written.muted[0];
  const worst = study.bars
    .filter((one) => one.worst !== null)
    .sort((a, b) => (b.worst?.severity ?? 0) - (a.worst?.severity ?? 0))
    .slice(0, SHOWN);
  return (
    <section aria-label="Trouble">
      <h2>Where it will break</h2>
      {!muted && worst.length === 0 && <p className="text-soft">Nowhere: nothing to mend in any bar.</p>}
      {muted && (
        <p className="finding finding-notable">
          <button type="button" className="link-button" onClick={() => goTo(muted.bar)}>
            {barName(song, study, muted.bar)}
          </button>
          : string {muted.string} is muted in {muted.chord}, so its stroke is left out
          {muted.nearest !== null && `; string ${muted.nearest} sounds next to it`}.
        </p>
      )}
      {worst.map(({ bar, worst: finding, findings }) => (
        <p key={bar} className="finding">
          <button type="button" className="link-button" onClick={() => goTo(bar)}>
            {barName(song, study, bar)}
          </button>
          : {finding?.sentence}
          {findings > 1 && <span className="text-soft"> And {findings - 1} more there.</span>}
        </p>
      ))}
    </section>
  );
};

const ThumbLine = ({ song, study }: SideProps) => {
  const goTo = useGoTo({ study });
  const widest = Math.max(0, ...study.thumb.map((one) => one.widest));
  const jumps = study.thumb.filter((one) => one.widest === widest && widest >= 2);
  const strings = [...new Set(study.thumb.flatMap((one) => one.strings))].sort((a, b) => b - a);
  if (strings.length === 0) return null;
  return (
    <section aria-label="The thumb’s line">
      <h2>The thumb’s line</h2>
      <div className="thumb-line" role="img" aria-label={`The thumb on strings ${strings.join(', ')}, bar by bar`}>
        {study.thumb.map(({ bar, strings: own }) => (
          <span key={bar}>
            {own.map((string, index) => (
              <i
                key={index}
                style={{
                  top: `${(strings.indexOf(string) === -1 ? 0 : strings.length - 1 - strings.indexOf(string)) * 7}px`,
                }}
              />
            ))}
          </span>
        ))}
      </div>
      <p className="text-soft">
        {jumps[0] ? (
          <>
            {widest === 2 ? 'Two strings' : `${widest} strings`} at once{' '}
            {jumps.length === 1 ? 'in' : `in ${jumps.length} bars, first in`}{' '}
            <button type="button" className="link-button" onClick={() => goTo(jumps[0]?.bar ?? 0)}>
              {barName(song, study, jumps[0].bar)}
            </button>
            .
          </>
        ) : (
          'Never more than to the next string.'
        )}
      </p>
    </section>
  );
};

interface CapoQuestion {
  readonly symbols: readonly string[];
  readonly instrument: Instrument;
}

const askCapos = ({ symbols, instrument }: CapoQuestion, signal: AbortSignal): Promise<readonly CapoProposal[]> =>
  symbols.length === 0 ? Promise.resolve([]) : studyWorker.ask('capos', [symbols, instrument], { signal });

/** Moves the song to another key, or puts a capo on and keeps its key. */
const useRekey = () => {
  const store = useSongStore();
  return (to: { readonly semitones: number } | { readonly capo: number }): void => {
    const { document, attempt, refuse } = store.getState();
    studyWorker.ask('rekey', [document, to]).then(attempt, (error: unknown) => refuse(wordsOf(error)));
  };
};

const Keys = ({ song }: { readonly song: Song }) => {
  const { voicings, instrument } = song;
  const rekey = useRekey();
  const question = useMemo(
    () => ({ symbols: Object.keys(voicings).filter((name) => /^[A-G]/.test(name)), instrument }),
    [voicings, instrument],
  );
  const { value } = useAnswer(question, askCapos);
  if (!value || value.length === 0) return null;
  return (
    <section aria-label="Key and capo">
      <h2>Key and capo</h2>
      <p className="rekey">
        Move it all:
        <Button variant="quiet" size="sm" onClick={() => rekey({ semitones: -1 })}>
          a fret down
        </Button>
        <Button variant="quiet" size="sm" onClick={() => rekey({ semitones: 1 })}>
          a fret up
        </Button>
      </p>
      <p className="text-soft mb-1">Kindest for this key:</p>
      <ol className="capos">
        {value.map(({ capo, shapes, open }) => (
          <li key={capo}>
            <button
              type="button"
              className="link-button"
              onClick={() => rekey({ capo })}
              disabled={capo === instrument.capo}
              title="The same chords, with these shapes"
            >
              {capo === 0 ? 'no capo' : `capo ${capo}`}
            </button>{' '}
            {shapes.slice(0, 7).join(' ')}
            <small className="text-soft">
              {' '}
              {open} of {shapes.length} known
            </small>
          </li>
        ))}
      </ol>
    </section>
  );
};

/** What there is to say of a song as a whole. */
export const SongSide = ({ song, study }: { readonly song: Song; readonly study: SongStudy | undefined }) => (
  <aside className="bench-side song-side" aria-label="Judgement of the song">
    {study && (
      <>
        <CeilingOfSong song={song} study={study} />
        <LearningOrder song={song} study={study} />
        <Trouble song={song} study={study} />
        <ThumbLine song={song} study={study} />
        <EasierVersions song={song} />
        <SongSchools song={song} />
      </>
    )}
    <Keys song={song} />
  </aside>
);
