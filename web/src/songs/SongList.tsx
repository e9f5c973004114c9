import './songs.scss';
import type { SongListItem } from '@fleet-wren/contract';
import { say, sayLabel, sayProblem } from '@fleet-wren/wording';
import { detectFileType, parseSongFile, decodeText, validateSize, type Problem, type Song } from '@fleet-wren/core';
import { formatDistanceToNowStrict } from 'date-fns/formatDistanceToNowStrict';
import { useDeferredValue, useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { DocumentList, DocumentSearch } from '../components/document/DocumentList.tsx';
import { DocumentRowMenu } from '../components/document/DocumentRowMenu.tsx';
import { Say } from '../components/say/Say.tsx';
import { wordsOf } from '../api/api-error.ts';
import { useCreateSong, useDeleteSong, useDuplicateSong, useRestoreSong, useSongList } from '../api/songs.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { backgroundWorker } from '../workers/workers.ts';
import { NewSongDialog } from './NewSongDialog.tsx';

const Menu = ({ line }: { readonly line: SongListItem }) => (
  <DocumentRowMenu
    line={line}
    label={say('songs.more-actions-for', { name: line.name })}
    place="/songs"
    duplicate={useDuplicateSong()}
    remove={useDeleteSong()}
    restore={useRestoreSong()}
  />
);

const SongRow = ({ line: { id, name, workedAt, summary }, line }: { readonly line: SongListItem }) => (
  <div className="pattern-line song-line" role="listitem">
    <div>
      <Link className="pattern-link" to={`/songs/${id}`}>
        {name}
      </Link>
      <div className="pattern-facts">
        {say('songs.line-facts', {
          metre: summary.metre,
          tuning: sayLabel(summary.tuning),
          capo: summary.capo,
          tempo: summary.tempo,
        })}
        {summary.tags.map((tag) => (
          <span key={tag} className="tag">
            {tag}
          </span>
        ))}
      </div>
    </div>
    <div className="song-form-line">
      {summary.form}
      <div className="pattern-facts">{summary.chords.join(' ')}</div>
    </div>
    <div className="pattern-ceiling">
      <Say text="songs.bars-figure" values={{ bars: summary.bars }} />
    </div>
    <div className="pattern-when">{formatDistanceToNowStrict(new Date(workedAt), { addSuffix: true })}</div>
    <Menu line={line} />
  </div>
);

/** Longest text that is looked at as a chart, and bytes that are looked at as one of our own. */
const LONGEST_CHART = 20_000;
const LONGEST_TEXT = 8_000_000;

/**
 * Brings a song in from a file: songs of ours, scores, MIDI and tablature are kept at once, a chord chart is shown
 * before.
 */
const BringIn = ({ chart }: { readonly chart: (text: string) => void }) => {
  const create = useCreateSong();
  const navigate = useNavigate();
  const notice = useToast();
  const refuse = (problems: readonly Problem[]): void =>
    notice({ text: problems.slice(0, 3).map(sayProblem).join(' ') });
  const keep = (song: Song, remarks: readonly Problem[] = []): void =>
    create.mutate(song, {
      onSuccess: ({ id }) => {
        void navigate(`/songs/${id}`);
        if (remarks.length > 0) refuse(remarks);
      },
      onError: (error) => notice({ text: wordsOf(error) }),
    });
  const take = async (file: File): Promise<void> => {
    const large = validateSize(detectFileType(file.name, ''), file.size);
    if (large) return refuse([large]);
    const bytes = new Uint8Array(await file.arrayBuffer());
    const text = decodeText(bytes.subarray(0, LONGEST_TEXT));
    if (/^\s*\{\s*["}]/.test(text)) {
      const read = parseSongFile(text);
      return read.ok ? keep(read.value) : refuse(read.problems);
    }
    const score = await backgroundWorker.request('importSong', [{ name: file.name, bytes }]);
    if (score.ok) return keep(score.value.song, score.value.remarks);
    // Text without a note in it may be a chart of chords.
    if (detectFileType(file.name, text) === 'tablature' && score.problems[0]?.code === 'no-notes')
      return chart(text.slice(0, LONGEST_CHART));
    refuse(score.problems);
  };
  return (
    <label className="btn btn-quiet">
      {say('common.import')}
      <input
        type="file"
        className="visually-hidden"
        accept=".json,.txt,.tab,.mid,.midi,.musicxml,.xml,.mxl"
        aria-label={say('songs.import-a-song-score-or-chord')}
        onChange={({ target }) => {
          const [file] = target.files ?? [];
          if (file) void take(file);
          target.value = '';
        }}
      />
    </label>
  );
};

/** The studio's songs, latest worked on first. */
const SongList = () => {
  const [typed, setTyped] = useState('');
  /** The chart a new song begins from; empty where it begins from a form. */
  const [making, setMaking] = useState<string | null>(null);
  const search = useDeferredValue(typed.trim());
  const list = useSongList(search);
  const lines = list.data?.pages.flatMap(({ songs }) => songs) ?? [];
  return (
    <div className="page">
      <header className="page-head">
        <h1>{say('common.songs')}</h1>
        <DocumentSearch label={say('common.search-songs')} typed={typed} type={setTyped} />
        <Link to="/chord-diagrams" className="btn btn-quiet">
          {say('common.chord-diagrams')}
        </Link>
        <Link to="/harmonics" className="btn btn-quiet">
          {say('common.harmonics')}
        </Link>
        <BringIn chart={setMaking} />
        <Button onClick={() => setMaking('')}>{say('songs.new-song')}</Button>
      </header>
      <DocumentList
        label={say('common.songs')}
        list={list}
        rows={lines.map((line) => (
          <SongRow key={line.id} line={line} />
        ))}
        empty={
          <div className="empty">
            <p>{search ? say('songs.no-songs-match', { search }) : say('songs.a-song-plays-patterns-over-chords')}</p>
            {!search && <Button onClick={() => setMaking('')}>{say('songs.create-your-first-song')}</Button>}
          </div>
        }
      />
      {making !== null && <NewSongDialog chart={making || null} hide={() => setMaking(null)} />}
    </div>
  );
};

export default SongList;
