import './songs.scss';
import type { SongListItem } from '@fleet-wren/contract';
import { say, sayLabel, sayProblem } from '@fleet-wren/wording';
import { detectFileType, parseSongFile, decodeText, validateSize, type Problem, type Song } from '@fleet-wren/core';
import { formatDistanceToNowStrict } from 'date-fns/formatDistanceToNowStrict';
import { MoreHorizontal } from 'lucide-react';
import { useDeferredValue, useState } from 'react';
import { Button, Dropdown, Form } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { Say } from '../components/say/Say.tsx';
import { wordsOf } from '../api/api-error.ts';
import { useCreateSong, useDeleteSong, useDuplicateSong, useRestoreSong, useSongList } from '../api/songs.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { backgroundWorker } from '../workers/workers.ts';
import { NewSongDialog } from './NewSongDialog.tsx';

const Menu = ({ line }: { readonly line: SongListItem }) => {
  const notice = useToast();
  const navigate = useNavigate();
  const duplicate = useDuplicateSong();
  const remove = useDeleteSong();
  const restore = useRestoreSong();
  const onError = (error: unknown): void => notice({ text: wordsOf(error) });
  const undo = { label: say('common.undo'), run: () => restore.mutate(line.id, { onError }) };
  // The row is gone when the list comes again: what follows must not hang on it.
  const drop = (): void =>
    void remove
      .mutateAsync(line.id)
      .then(() => notice({ text: say('common.deleted-named', { name: line.name }), action: undo }), onError);
  return (
    <Dropdown align="end">
      <Dropdown.Toggle variant="plain" size="sm" aria-label={say('songs.more-actions-for', { name: line.name })}>
        <MoreHorizontal size={18} aria-hidden />
      </Dropdown.Toggle>
      <Dropdown.Menu>
        <Dropdown.Item
          onClick={() => duplicate.mutate(line.id, { onError, onSuccess: ({ id }) => void navigate(`/songs/${id}`) })}
        >
          {say('common.duplicate')}
        </Dropdown.Item>
        <Dropdown.Item onClick={drop}>{say('common.delete')}</Dropdown.Item>
      </Dropdown.Menu>
    </Dropdown>
  );
};

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

/** Brings a song in from a file: songs of ours, scores, MIDI and tablature are kept at once, a chord chart is shown before. */
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
    if (text.trimStart().startsWith('{')) {
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
        <Form.Control
          className="pattern-search"
          type="search"
          aria-label={say('common.search-songs')}
          placeholder={say('common.search-by-name-or-tag')}
          value={typed}
          onChange={({ target }) => setTyped(target.value)}
        />
        <Link to="/chord-diagrams" className="btn btn-quiet">
          {say('common.chord-diagrams')}
        </Link>
        <Link to="/harmonics" className="btn btn-quiet">
          {say('common.harmonics')}
        </Link>
        <BringIn chart={setMaking} />
        <Button onClick={() => setMaking('')}>{say('songs.new-song')}</Button>
      </header>
      {list.isError && <p role="alert">{wordsOf(list.error)}</p>}
      {list.isSuccess && lines.length === 0 && (
        <div className="empty">
          <p>{search ? say('songs.no-songs-match', { search }) : say('songs.a-song-plays-patterns-over-chords')}</p>
          {!search && <Button onClick={() => setMaking('')}>{say('songs.create-your-first-song')}</Button>}
        </div>
      )}
      <div role="list" aria-label={say('common.songs')}>
        {lines.map((line) => (
          <SongRow key={line.id} line={line} />
        ))}
      </div>
      {list.hasNextPage && (
        <div className="text-center mt-3">
          <Button variant="quiet" onClick={() => void list.fetchNextPage()} disabled={list.isFetchingNextPage}>
            {say('common.show-more')}
          </Button>
        </div>
      )}
      {making !== null && <NewSongDialog chart={making || null} hide={() => setMaking(null)} />}
    </div>
  );
};

export default SongList;
