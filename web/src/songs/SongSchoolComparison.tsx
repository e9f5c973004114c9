import { say, sayLabel } from '@fleet-wren/wording';
import {
  formatMaxTempo,
  type HandProfile,
  type CustomSchool,
  type Song,
  type SongSchoolResult,
} from '@fleet-wren/core';
import { useMemo, useState } from 'react';
import { Button } from 'react-bootstrap';
import { useSelectedHand } from '../components/hand/useSelectedHand.ts';
import { useAvailableCustomSchools } from '../components/schools/SchoolOptions.tsx';
import { backgroundWorker } from '../workers/workers.ts';
import { useWorkerQuery } from '../workers/useWorkerQuery.ts';
import { useSongStore } from './song-store.ts';

/** Schools a song is tried in, besides its own. */
const USUAL = ['one-per-string', 'three-finger', 'rolling', 'hybrid'];

/** How many of them are shown. */
const SHOWN = 4;

const schoolsFor = ({ school }: Song): readonly string[] =>
  [school, ...USUAL.filter((key) => key !== school.split(':')[0])].slice(0, SHOWN);

interface Question {
  readonly song: Song;
  readonly own: readonly CustomSchool[];
  readonly hand: HandProfile;
}

const askApproaches = ({ song, own, hand }: Question, signal: AbortSignal): Promise<readonly SongSchoolResult[]> =>
  backgroundWorker.request('songApproaches', [song, schoolsFor(song), own, hand], { signal, timeoutMs: 30_000 });

const figure = (ceiling: number | null): string => (ceiling === null ? '–' : formatMaxTempo(ceiling));

const leftOut = ({ unplayed }: Pick<SongSchoolResult, 'unplayed'>): string =>
  unplayed === 0 ? '' : say('songs.notes-cant-be-played', { count: unplayed });

const Table = ({ song, own }: { readonly song: Song; readonly own: readonly CustomSchool[] }) => {
  const { applyEdit } = useSongStore().getState();
  const { hand } = useSelectedHand();
  const question = useMemo(() => ({ song, own, hand }), [song, own, hand]);
  const { value, errorText } = useWorkerQuery(question, askApproaches);
  if (errorText) return <p className="text-soft">{errorText}</p>;
  if (!value) return <p className="text-soft">{say('songs.calculating-more')}</p>;
  const use = (school: string): boolean =>
    applyEdit({ kind: 'chooseSchool', school, ownSchool: own.find(({ id }) => school === `own:${id}`) });
  return (
    <div className="song-schools">
      {value.map((approach) => (
        <article key={approach.school} aria-label={sayLabel(approach.name)}>
          <p>
            <b>{sayLabel(approach.name)}</b>
            {approach.school === song.school ? (
              <span className="text-soft">{say('common.in-use')}</span>
            ) : (
              <Button variant="plain" size="sm" onClick={() => use(approach.school)}>
                {say('common.use-this-school')}
              </Button>
            )}
          </p>
          <dl>
            <div>
              <dt>{say('songs.whole-song')}</dt>
              <dd>{figure(approach.ceiling)}</dd>
            </div>
            {approach.sections.map((section) => (
              <div key={section.section}>
                <dt>{section.name}</dt>
                <dd>{figure(section.ceiling)}</dd>
              </div>
            ))}
          </dl>
          {approach.unplayed > 0 && <p className="text-warning">{leftOut(approach)}</p>}
        </article>
      ))}
    </div>
  );
};

/** The song in other schools: its ceiling as a whole and by section, worked out when it is asked for. */
export const SongSchoolComparison = ({ song }: { readonly song: Song }) => {
  const [open, setOpen] = useState(false);
  const own = useAvailableCustomSchools(song.ownSchool);
  return (
    <section aria-label={say('songs.other-schools')}>
      <h2>{say('songs.other-schools')}</h2>
      {open ? (
        <Table song={song} own={own} />
      ) : (
        <Button variant="quiet" size="sm" onClick={() => setOpen(true)}>
          {say('songs.compare-max-tempo-by-section')}
        </Button>
      )}
    </section>
  );
};
