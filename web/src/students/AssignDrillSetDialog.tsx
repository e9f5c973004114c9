import type { Student } from '@fleet-wren/contract';
import { say } from '@fleet-wren/wording';
import type { HandProfile } from '@fleet-wren/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { Dialog } from '../components/dialog/Dialog.tsx';
import { wordsOf } from '../api/api-error.ts';
import { fetchPatternsByTag, useTags } from '../api/patterns.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { formatAssignDrillsResult, assignDrills } from '../components/assign-drills.ts';

/** Drills of a set that are set at once. */
const MOST = 40;

const drillsOf = async (tag: string) =>
  (await fetchPatternsByTag(tag)).slice(0, MOST).map(({ id, pattern }) => ({ pattern, sourceId: id }));

/** Sets all drills of a set, the easiest first for this student's hand. */
export const AssignDrillSetDialog = ({
  student,
  hand,
  hide,
}: {
  readonly student: Student;
  readonly hand: HandProfile;
  readonly hide: () => void;
}) => {
  const { data: tags = [] } = useTags();
  const [tag, setTag] = useState('');
  const chosen = tag || tags[0]?.tag || '';
  const notice = useToast();
  const client = useQueryClient();
  const set = useMutation({
    mutationFn: async () => assignDrills(student, await drillsOf(chosen), hand),
    onSuccess: (outcome) => {
      notice({ text: formatAssignDrillsResult(outcome) });
      hide();
    },
    onSettled: () => client.invalidateQueries({ queryKey: ['practice'] }),
  });
  return (
    <Dialog
      title={say('students.assign-a-drill-set-to', { name: student.name })}
      hide={hide}
      onSubmit={() => set.mutate()}
    >
      <Modal.Body>
        {tags.length === 0 ? (
          <p>{say('students.no-drill-sets-yet-add-drills')}</p>
        ) : (
          <label className="w-100">
            {say('students.drill-set-easiest-first-for-this')}
            <Form.Select value={chosen} onChange={({ target }) => setTag(target.value)}>
              {tags.map(({ tag: name, count }) => (
                <option key={name} value={name}>
                  {name} ({count})
                </option>
              ))}
            </Form.Select>
          </label>
        )}
        {set.isError && (
          <p className="finding finding-trouble mt-3" role="alert">
            {wordsOf(set.error)}
          </p>
        )}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="plain" onClick={hide}>
          {say('common.cancel')}
        </Button>
        <Button type="submit" disabled={tags.length === 0 || set.isPending}>
          {set.isPending ? say('students.assigning-more') : say('students.assign')}
        </Button>
      </Modal.Footer>
    </Dialog>
  );
};
