import type { Student } from '@fleet-wren/contract';
import { say, sayLabel } from '@fleet-wren/wording';
import { createSectionPatterns, type Pattern } from '@fleet-wren/core';
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useMemo, useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { Dialog } from '../components/dialog/Dialog.tsx';
import { SearchField } from '../components/document/SearchField.tsx';
import { wordsOf } from '../api/api-error.ts';
import { songRepository, useSongList } from '../api/songs.ts';

interface SectionsProps {
  readonly id: string;
  readonly take: (pattern: Pattern) => void;
}

/** The sections of a song that can be practised by themselves. */
const Sections = ({ id, take }: SectionsProps) => {
  const { data, error } = useQuery({
    queryKey: ['song sections', id],
    queryFn: () => songRepository.fetch(id),
    gcTime: 0,
  });
  const sections = useMemo(() => (data ? createSectionPatterns(data.document) : []), [data]);
  if (error) return <p role="alert">{wordsOf(error)}</p>;
  return (
    <ul className="section-picks" aria-label={say('students.sections')}>
      {sections.map(({ section, name, bars, pattern, reason }) => (
        <li key={section}>
          <Button variant="quiet" disabled={!pattern} onClick={() => pattern && take(pattern)}>
            {name}
          </Button>{' '}
          <span className="text-soft">{sayLabel(reason ?? say('term.bars', { count: bars }))}</span>
        </li>
      ))}
    </ul>
  );
};

interface SongSectionProps {
  readonly student: Student;
  readonly take: (pattern: Pattern) => void;
  readonly hide: () => void;
}

/** Chooses a section of one of the studio’s songs. */
export const SongSectionPicker = ({ student, take, hide }: SongSectionProps) => {
  const [typed, setTyped] = useState('');
  const [song, setSong] = useState<string | null>(null);
  const list = useSongList(useDeferredValue(typed.trim()));
  const lines = list.data?.pages.flatMap(({ songs }) => songs) ?? [];
  return (
    <Dialog title={say('students.assign-a-song-section')} size="lg" hide={hide}>
      <Modal.Body>
        <p className="text-soft">{say('students.choose-what-will-practise-the-section', { name: student.name })}</p>
        <SearchField label={say('common.search-songs')} typed={typed} type={setTyped} />
        {list.isSuccess && lines.length === 0 && <p className="text-soft mt-3">{say('students.no-songs-found')}</p>}
        <ul className="song-choice" aria-label={say('common.songs')}>
          {lines.map(({ id, name, summary }) => (
            <li key={id}>
              <button
                type="button"
                className="link-button"
                aria-expanded={song === id}
                onClick={() => setSong(song === id ? null : id)}
              >
                {name}
              </button>{' '}
              <small className="text-soft">{say('students.bpm', { metre: summary.metre, tempo: summary.tempo })}</small>
              {song === id && <Sections id={id} take={take} />}
            </li>
          ))}
        </ul>
      </Modal.Body>
    </Dialog>
  );
};
