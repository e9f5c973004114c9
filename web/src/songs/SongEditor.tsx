import { say } from '@fleet-wren/wording';
import { createPattern, extractBars, locatePlayedBar } from '@fleet-wren/core';
import { useEffect, useMemo, useState } from 'react';
import { songRepository } from '../api/songs.ts';
import { ConflictDialog } from '../workspace/ConflictDialog.tsx';
import { SongVersionPreview, describeSongDifferences } from './SongVersionPreview.tsx';
import { SongHeader } from './SongHeader.tsx';
import { SongForm } from './SongForm.tsx';
import { SongSection } from './SongSection.tsx';
import { BarPanel } from './BarPanel.tsx';
import { SongAnalysisPanel } from './SongAnalysisPanel.tsx';
import { SongPlaybackControls } from './SongPlaybackControls.tsx';
import { mapFirstOccurrences, createBarThumbnails } from '../components/song/song-bars.ts';
import { bindSongShortcuts } from './song-shortcuts.ts';
import { useSong, useSongStore } from './song-store.ts';
import { usePlayingBar } from './usePlayingBar.ts';
import { useSongAnalysis } from '../components/song/useSongAnalysis.ts';
import { usePlayer } from '../audio/usePlayer.ts';
import type { PlaybackScope } from './playback-scope.ts';

const EMPTY_DIGITS = {};
const EMPTY_PATTERN = createPattern(say('songs.no-bars-yet'));

/** A song on its map: form, sections of bars, what there is to say of it, and the chosen bars below. */
export const SongEditor = () => {
  const store = useSongStore();
  const song = useSong((state) => state.document);
  const chosen = useSong((state) => state.selectedBars);
  const said = useSong((state) => state.announcement);
  const refused = useSong((state) => state.rejection);
  const [heard, setHeard] = useState<PlaybackScope>('all');
  const { studied, trouble } = useSongAnalysis(song);
  const study = studied?.study;
  const places = useMemo(() => (study ? mapFirstOccurrences(song, study) : new Map<string, number>()), [song, study]);
  const small = useMemo(() => (study ? createBarThumbnails(study) : []), [study]);
  const from = places.get(`${chosen.location}/${chosen.from}`);
  const shown = useMemo(
    () => (study && from !== undefined ? extractBars(study.expanded, from, chosen.count) : undefined),
    [study, from, chosen.count],
  );
  const played = heard === 'chosen' ? shown : study?.expanded.pattern;
  const playing = usePlayer(played ?? EMPTY_PATTERN, study?.analysis.digits ?? EMPTY_DIGITS);
  const { toggle } = playing;
  const heardBar = usePlayingBar(playing, study?.expanded.bars, heard === 'chosen' ? (from ?? 0) : 0);
  const heardAt = heardBar === null ? undefined : study?.expanded.bars[heardBar];
  const heardPlace = heardAt ? locatePlayedBar(song, heardAt) : null;
  useEffect(() => bindSongShortcuts(store, toggle), [store, toggle]);
  return (
    <div className="song">
      <div className="song-main">
        <SongHeader />
        <SongForm />
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
            <SongSection
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
      <SongAnalysisPanel study={study} song={studied?.song ?? song} />
      <ConflictDialog
        store={store}
        records={songRepository}
        differences={describeSongDifferences}
        show={(one) => <SongVersionPreview song={one} />}
      />
      <SongPlaybackControls
        sings={song.sections.some(({ bars }) => bars.some(({ melody }) => melody))}
        playing={playing}
        heard={heard}
        hear={setHeard}
        bars={played?.bars ?? 0}
      />
    </div>
  );
};
