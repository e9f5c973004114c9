import { say, sayMessage } from '@fleet-wren/wording';
import {
  findSongKey,
  gradeSeverity,
  listSoundingSymbols,
  formatMaxTempo,
  type CapoProposal,
  type Instrument,
  type Song,
  type SongAnalysis,
  type TransposeTarget,
} from '@fleet-wren/core';
import { useMemo, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { chordWords } from '../components/chords/chord-text.ts';
import { Say } from '../components/say/Say.tsx';
import { BuildUp } from './BuildUp.tsx';
import { EasierVersions } from './EasierVersions.tsx';
import { LearningOrder } from './LearningOrder.tsx';
import { SongSchoolComparison } from './SongSchoolComparison.tsx';
import { withinBar } from './within-bar.ts';
import { useNavigateToBar, type SongPanelProps } from './useNavigateToBar.ts';
import { backgroundWorker } from '../workers/workers.ts';
import { useWorkerQuery } from '../workers/useWorkerQuery.ts';
import { SingerDialog } from './SingerDialog.tsx';
import { TransposeDialog } from './TransposeDialog.tsx';
import { KeyField } from './KeyField.tsx';
import { keyWords } from './key-words.ts';
import { useRomanNumerals } from './roman-numerals.ts';
import { formatBarName } from '../components/song/song-bars.ts';

const CeilingOfSong = ({ song, study }: SongPanelProps) => {
  const goTo = useNavigateToBar({ study });
  const { limit } = study.analysis;
  const { limitingBar } = study;
  if (!limit) return <p className="text-soft">{say('songs.no-tempo-limit-yet')}</p>;
  return (
    <section
      className={limit.maxTempo < song.tempo ? 'ceiling ceiling-over' : 'ceiling'}
      aria-label={say('common.max-tempo')}
    >
      <p className="ceiling-figure">
        <Say text="bench.max-figure" values={{ bpm: formatMaxTempo(limit.maxTempo) }} />
      </p>
      {limitingBar !== null && (
        <p className="ceiling-cause">
          <Say
            text="songs.limited-by"
            values={{ bar: formatBarName(song, study, limitingBar), share: song.tempo / limit.maxTempo }}
            elements={{
              place: (inside) => (
                <button type="button" className="link-button" onClick={() => goTo(limitingBar)}>
                  {inside}
                </button>
              ),
            }}
          />
        </p>
      )}
    </section>
  );
};

/** Findings that are shown: the worst of the bars that have any. */
const SHOWN = 5;

const Trouble = ({ song, study }: SongPanelProps) => {
  const goTo = useNavigateToBar({ study });
  const muted = study.expanded.mutedStrokes[0];
  const worst = study.barAnalyses
    .flatMap((one) => (one.worst ? [{ ...one, worst: one.worst }] : []))
    .sort((a, b) => b.worst.severity - a.worst.severity)
    .slice(0, SHOWN);
  return (
    <section aria-label={say('songs.trouble-spots')}>
      <h2>{say('songs.trouble-spots')}</h2>
      {!muted && worst.length === 0 && <p className="text-soft">{say('common.no-problems-found')}</p>}
      {muted && (
        <p className="finding finding-notable">
          <Say
            text="songs.muted"
            values={{
              bar: formatBarName(song, study, muted.bar),
              string: muted.string,
              chord: muted.chord,
              nearest: muted.nearest ?? 0,
            }}
            elements={{
              place: (inside) => (
                <button type="button" className="link-button" onClick={() => goTo(muted.bar)}>
                  {inside}
                </button>
              ),
            }}
          />
        </p>
      )}
      {worst.map(({ bar, worst: finding, diagnostics }) => {
        const grade = gradeSeverity(finding.severity);
        return (
          <p key={bar} className={`finding finding-${grade}`}>
            <button type="button" className="link-button" onClick={() => goTo(bar)}>
              {formatBarName(song, study, bar)}
            </button>
            , {sayMessage(withinBar(finding.message))}
            <br />
            <span className="finding-how">
              {say(`severity.${grade}`)}
              {diagnostics > 1 && ` · ${say('songs.more-in-this-bar', { findings: diagnostics - 1 })}`}
            </span>
          </p>
        );
      })}
    </section>
  );
};

const ThumbLine = ({ song, study }: SongPanelProps) => {
  const goTo = useNavigateToBar({ study });
  const widest = Math.max(0, ...study.thumbLine.map((one) => one.largestSkip));
  const jumps = study.thumbLine.filter((one) => one.largestSkip === widest && widest >= 2);
  const strings = [...new Set(study.thumbLine.flatMap((one) => one.strings))].sort((a, b) => b - a);
  if (strings.length === 0) return null;
  return (
    <section aria-label={say('songs.thumb-line')}>
      <h2>{say('songs.thumb-line')}</h2>
      <div
        className="thumb-line"
        role="img"
        aria-label={say('songs.strings-played-by-the-thumb-bar', { strings: strings.join(', ') })}
      >
        {study.thumbLine.map(({ bar, strings: own }) => (
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
          <Say
            text="songs.thumb-jumps"
            values={{ widest, count: jumps.length, bar: formatBarName(song, study, jumps[0].bar) }}
            elements={{
              place: (inside) => (
                <button type="button" className="link-button" onClick={() => goTo(jumps[0]?.bar ?? 0)}>
                  {inside}
                </button>
              ),
            }}
          />
        ) : (
          say('songs.the-thumb-only-moves-between-neighbouring')
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
  symbols.length === 0 ? Promise.resolve([]) : backgroundWorker.request('capos', [symbols, instrument], { signal });

/** What a capo saves, in a line. */
const capoFacts = ({ barreCount, openShapeCount, shapes }: CapoProposal): string =>
  say('songs.capo-facts', { open: openShapeCount, shapes: shapes.length, barres: barreCount });

const Keys = ({ song }: { readonly song: Song }) => {
  const { instrument } = song;
  const [target, setTarget] = useState<TransposeTarget | null>(null);
  const key = useMemo(() => findSongKey(song), [song]);
  const numerals = useRomanNumerals();
  const [isForSinger, setIsForSinger] = useState(false);
  const question = useMemo(() => ({ symbols: listSoundingSymbols(song), instrument }), [song, instrument]);
  const { value } = useWorkerQuery(question, askCapos);
  if (!value || value.length === 0) return null;
  return (
    <section aria-label={say('songs.key-and-capo')}>
      <h2>{say('songs.key-and-capo')}</h2>
      <div className="rekey">
        <KeyField song={song} />
        <Button variant="quiet" size="sm" onClick={() => setTarget({ semitones: 2 })}>
          {say('songs.transpose-more')}
        </Button>
        <Button variant="quiet" size="sm" onClick={() => setIsForSinger(true)}>
          {say('songs.singer.more')}
        </Button>
      </div>
      {key && song.instrument.capo > 0 && (
        <p className="text-soft mb-1">{say('songs.played-as', { key: keyWords(key.fingered) })}</p>
      )}
      <Form.Check
        type="switch"
        id="roman-numerals"
        className="mb-2"
        label={say('songs.roman-numerals')}
        checked={numerals.isShown}
        onChange={numerals.toggle}
      />
      <p className="text-soft mb-1">{say('songs.easiest-capo-for-this-key')}</p>
      <ol className="capos">
        {value.map((proposal) => (
          <li key={proposal.capo}>
            <button
              type="button"
              className="link-button"
              onClick={() => setTarget({ capo: proposal.capo })}
              disabled={proposal.capo === instrument.capo}
              title={say('songs.keep-the-key-and-use-these')}
            >
              {proposal.capo === 0 ? say('common.no-capo') : say('songs.capo', { capo: proposal.capo })}
            </button>{' '}
            {proposal.shapes.slice(0, 7).map(chordWords).join(' ')}
            <small className="text-soft">{capoFacts(proposal)}</small>
          </li>
        ))}
      </ol>
      {isForSinger && (
        <SingerDialog
          song={song}
          hide={() => setIsForSinger(false)}
          choose={(next) => {
            setIsForSinger(false);
            setTarget(next);
          }}
        />
      )}
      {target && <TransposeDialog song={song} first={target} hide={() => setTarget(null)} />}
    </section>
  );
};

/** What there is to say of a song as a whole. */
export const SongAnalysisPanel = ({
  song,
  study,
}: {
  readonly song: Song;
  readonly study: SongAnalysis | undefined;
}) => (
  <aside className="bench-side song-side" aria-label={say('songs.song-analysis')}>
    {study && (
      <>
        <CeilingOfSong song={song} study={study} />
        <LearningOrder song={song} study={study} />
        <Trouble song={song} study={study} />
        <ThumbLine song={song} study={study} />
        <BuildUp song={song} />
        <EasierVersions song={song} />
        <SongSchoolComparison song={song} />
      </>
    )}
    <Keys song={song} />
  </aside>
);
