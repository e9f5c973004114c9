import { say } from '@fleet-wren/wording';
import { createPattern, extractBars, locatePlayedBar } from '@fleet-wren/core';
import { useEffect, useMemo, useState } from 'react';
import { songRepository } from '../api/songs.ts';
import { ConflictDialog } from '../workspace/ConflictDialog.tsx';
import { SongState, songDifferences } from './SongState.tsx';
import { SongHead } from './SongHead.tsx';
import { FormLine } from './FormLine.tsx';
import { SectionBlock } from './SectionBlock.tsx';
import { BarPanel } from './BarPanel.tsx';
import { SongSide } from './SongSide.tsx';
import { SongTransport } from './SongTransport.tsx';
import { firstPlayed, miniatures } from './bars.ts';
import { songKeys } from './keys.ts';
import { useSong, useSongStore } from './store.ts';
import { useHeardBar } from './useHeardBar.ts';
import { useStudy } from './useStudy.ts';
import { usePlayer } from '../sound/usePlayer.ts';

/** What is heard: all of it, or the bars that are chosen. */
export type Heard = 'all' | 'chosen';

const EMPTY_DIGITS = {};
const EMPTY_PATTERN = createPattern(say('songs.no-bars-yet'));

/** A song on its map: form, sections of bars, what there is to say of it, and the chosen bars below. */
export const SongMap = () => {
  const store = useSongStore();
  const song = useSong((state) => state.document);
  const chosen = useSong((state) => state.chosen);
  const said = useSong((state) => state.announcement);
  const refused = useSong((state) => state.rejection);
  const [heard, setHeard] = useState<Heard>('all');
  const { studied, trouble } = useStudy(song);
  const study = studied?.study;
  const places = useMemo(() => (study ? firstPlayed(song, study) : new Map<string, number>()), [song, study]);
  const small = useMemo(() => (study ? miniatures(study) : []), [study]);
  const from = places.get(`${chosen.location}/${chosen.from}`);
  const shown = useMemo(
    () => (study && from !== undefined ? extractBars(study.expanded, from, chosen.count) : undefined),
    [study, from, chosen.count],
  );
  const played = heard === 'chosen' ? shown : study?.expanded.pattern;
  const playing = usePlayer(played ?? EMPTY_PATTERN, study?.analysis.digits ?? EMPTY_DIGITS);
  const { toggle } = playing;
  const heardBar = useHeardBar(playing, study?.expanded.bars, heard === 'chosen' ? (from ?? 0) : 0);
  const heardAt = heardBar === null ? undefined : study?.expanded.bars[heardBar];
  const heardPlace = heardAt ? locatePlayedBar(song, heardAt) : null;
  useEffect(() => songKeys(store, toggle), [store, toggle]);
  return (
    <div className="song">
      <div className="song-main">
        <SongHead />
        <FormLine />
        {(refused ?? trouble) && (
          <p className="finding finding-trouble" role="alert">
            {refused ?? trouble}
          </p>
        )}
        <p className="visually-hidden" aria-live="polite">
          {said}
        </p>
        <div className="song-sections">
          {song.sections.map((section, index) => (
            <SectionBlock
              key={section.id}
              section={section}
              index={index}
              study={study}
              places={places}
              small={small}
              heard={heardPlace}
            />
          ))}
        </div>
        <BarPanel shown={shown} study={study} played={from} />
      </div>
      <SongSide study={study} song={studied?.song ?? song} />
      <ConflictDialog
        store={store}
        records={songRepository}
        differences={songDifferences}
        show={(one) => <SongState song={one} />}
      />
      <SongTransport
        sings={song.sections.some(({ bars }) => bars.some(({ melody }) => melody))}
        playing={playing}
        heard={heard}
        hear={setHeard}
        bars={played?.bars ?? 0}
      />
    </div>
  );
};
