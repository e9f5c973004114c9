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

interface GoalChoiceProps {
  readonly about: string;
  readonly goal: StudentGoal | undefined;
  readonly choose: (goal: StudentGoal | undefined) => void;
}

/** Chooses a pattern or a song to work towards. */
export const GoalChoice = ({ about, goal, choose }: GoalChoiceProps) => {
  const [picking, setPicking] = useState<StudentGoal['kind'] | null>(null);
  const hide = (): void => setPicking(null);
  const take = (kind: StudentGoal['kind'], id: string): void => {
    choose({ kind, id });
    hide();
  };
  return (
    <span className="goal-actions">
      <Button size="sm" variant="quiet" onClick={() => setPicking('pattern')}>
        {say('course.choose-pattern')}
      </Button>
      <Button size="sm" variant="quiet" onClick={() => setPicking('song')}>
        {say('course.choose-song')}
      </Button>
      {goal && (
        <Button size="sm" variant="plain" onClick={() => choose(undefined)}>
          {say('course.remove-goal')}
        </Button>
      )}
      {picking === 'pattern' && <PatternPicker about={about} take={(_, id) => take('pattern', id)} hide={hide} />}
      {picking === 'song' && <SongPicker about={about} take={(id) => take('song', id)} hide={hide} />}
    </span>
  );
};

/** Sets what a student works towards. */
export const GoalPicker = ({ student }: { readonly student: Student }) => {
  const change = useAboutStudent(student);
  return (
    <GoalChoice
      about={say('course.goal-about', { name: student.name })}
      goal={student.about.goal}
      choose={(goal) => change({ goal })}
    />
  );
};
