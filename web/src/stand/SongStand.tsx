import '../components/pattern-editor/pattern-editor.scss';
import type { Song, SongAnalysis } from '@fleet-wren/core';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { useParams } from 'react-router';
import { wordsOf } from '../api/api-error.ts';
import { songRepository } from '../api/songs.ts';
import { usePlayer } from '../audio/usePlayer.ts';
import { useSongAnalysis } from '../components/song/useSongAnalysis.ts';
import { StandView } from './StandView.tsx';
import { pagesOfSong } from './stand-pages.ts';

const Ready = ({ song, study }: { readonly song: Song; readonly study: SongAnalysis }) => {
  const { digits } = study.analysis;
  const playing = usePlayer(study.expanded.pattern, digits);
  const pages = useMemo(() => pagesOfSong(song, study), [song, study]);
  return (
    <StandView
      title={song.name}
      pages={pages}
      digits={digits}
      playing={playing}
      loops={false}
      piece={study.expanded.pattern}
    />
  );
};

const Judged = ({ song }: { readonly song: Song }) => {
  const { studied } = useSongAnalysis(song);
  return studied ? <Ready song={studied.song} study={studied.study} /> : null;
};

/** A song on the stand, bar by bar as it is played. */
const SongStand = () => {
  const { id = '' } = useParams();
  const kept = useQuery({ queryKey: ['song stand', id], queryFn: () => songRepository.fetch(id), gcTime: 0 });
  if (kept.isError) return <p className="page">{wordsOf(kept.error)}</p>;
  return kept.data ? <Judged song={kept.data.document} /> : null;
};

export default SongStand;
