import type { Student } from '@fleet-wren/contract';
import type { StudentGoal } from '@fleet-wren/core';
import { say } from '@fleet-wren/wording';
import { useDeferredValue, useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { Dialog } from '../components/dialog/Dialog.tsx';
import { SearchField } from '../components/document/SearchField.tsx';
import { useSongList } from '../api/songs.ts';
import { PatternPicker } from '../components/patterns/PatternPicker.tsx';
import { useAboutStudent } from './useAboutStudent.ts';

interface SongPickerProps {
  readonly about: string;
  readonly take: (id: string) => void;
  readonly hide: () => void;
}

/** Chooses one of the studio’s songs. */
const SongPicker = ({ about, take, hide }: SongPickerProps) => {
  const [typed, setTyped] = useState('');
  const list = useSongList(useDeferredValue(typed.trim()));
  return (
    <Dialog title={say('course.choose-song')} hide={hide}>
      <Modal.Body>
        <p className="text-soft">{about}</p>
        <SearchField label={say('common.search-songs')} typed={typed} type={setTyped} />
        <ul className="goal-songs" aria-label={say('common.songs')}>
          {(list.data?.pages ?? [])
            .flatMap(({ songs }) => songs)
            .map(({ id, name }) => (
              <li key={id}>
                <button type="button" className="link-button" onClick={() => take(id)}>
                  {name}
                </button>
              </li>
            ))}
        </ul>
      </Modal.Body>
    </Dialog>
  );
};

/** Sets what a student works towards. */
export const GoalPicker = ({ student }: { readonly student: Student }) => {
  const [picking, setPicking] = useState<StudentGoal['kind'] | null>(null);
  const change = useAboutStudent(student);
  const hide = (): void => setPicking(null);
  const take = (kind: StudentGoal['kind'], id: string): void => {
    change({ goal: { kind, id } });
    hide();
  };
  const about = say('course.goal-about', { name: student.name });
  return (
    <span className="goal-actions">
      <Button size="sm" variant="quiet" onClick={() => setPicking('pattern')}>
        {say('course.choose-pattern')}
      </Button>
      <Button size="sm" variant="quiet" onClick={() => setPicking('song')}>
        {say('course.choose-song')}
      </Button>
      {student.about.goal && (
        <Button size="sm" variant="plain" onClick={() => change({ goal: undefined })}>
          {say('course.remove-goal')}
        </Button>
      )}
      {picking === 'pattern' && <PatternPicker about={about} take={(_, id) => take('pattern', id)} hide={hide} />}
      {picking === 'song' && <SongPicker about={about} take={(id) => take('song', id)} hide={hide} />}
    </span>
  );
};
