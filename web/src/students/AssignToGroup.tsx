import type { Student } from '@fleet-wren/contract';
import { say } from '@fleet-wren/wording';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { useStudentHands } from '../components/hand/useStudentHand.ts';
import { AssignDialog } from './AssignDialog.tsx';

/** Gives a whole class or ensemble the same thing to practise, each with a ladder for the own hand. */
export const AssignToGroup = ({ group, members }: { readonly group: string; readonly members: readonly Student[] }) => {
  const [from, setFrom] = useState<'patterns' | 'songs' | null>(null);
  const handOf = useStudentHands();
  const [first, ...others] = members;
  if (!first) return null;
  return (
    <p className="group-tools">
      <Button size="sm" variant="quiet" onClick={() => setFrom('patterns')}>
        {say('students.assign-pattern-to-group', { group, count: members.length })}
      </Button>
      <Button size="sm" variant="quiet" onClick={() => setFrom('songs')}>
        {say('students.assign-song-section-to-group')}
      </Button>
      {from && (
        <AssignDialog
          student={first}
          hand={handOf(first.id)}
          from={from}
          group={{ name: group, others }}
          hide={() => setFrom(null)}
        />
      )}
    </p>
  );
};
