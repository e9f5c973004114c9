import { WAYS, planOf, sentence, type Hand, type Pattern, type Way } from '@fleet-wren/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { wordsOf } from '../api/client.ts';
import { patternsOfTag, useTags, type IdentifiedPattern } from '../api/patterns.ts';
import { setAssignment } from '../api/practice.ts';
import type { Student } from '../api/students.ts';
import { useNotice } from '../app/Notice.tsx';
import { studyWorker } from '../workers/client.ts';

/** Drills of a set that are set at once. */
const MOST = 40;

interface Ready {
  readonly id: string;
  readonly pattern: Pattern;
  readonly strain: number;
}

/** The drills of a set by the strain each has for a hand at its tempo, the easiest first. */
const easiestFirst = async (drills: readonly IdentifiedPattern[], hand: Hand): Promise<readonly Ready[]> => {
  const judged: Ready[] = [];
  for (const { id, pattern } of drills) {
    const { difficulty } = await studyWorker.ask('judgeOnce', [pattern, hand]);
    judged.push({ id, pattern, strain: difficulty ?? 0 });
  }
  return judged.sort((a, b) => a.strain - b.strain);
};

interface Outcome {
  readonly set: number;
  /** Why some could not be set. */
  readonly refused: readonly string[];
}

/** Sets the drills one after another, so that they stand in their order. */
const setAll = async (student: Student, tag: string, hand: Hand, way: Way): Promise<Outcome> => {
  const drills = await easiestFirst((await patternsOfTag(tag)).slice(0, MOST), hand);
  const refused: string[] = [];
  for (const { id, pattern } of drills) {
    const target = Math.round(pattern.tempo);
    const ladder = await studyWorker.ask('ladder', [pattern, { target, way, hand }]);
    if (ladder.ok)
      await setAssignment(student.id, {
        name: pattern.name,
        pattern,
        sourceId: id,
        target,
        way,
        plan: planOf(ladder.value),
      });
    else refused.push(`${pattern.name}: ${ladder.problems.map(sentence).join(' ')}`);
  }
  return { set: drills.length - refused.length, refused };
};

/** Sets all drills of a set, the easiest first for this student's hand. */
export const SetOfDrills = ({
  student,
  hand,
  hide,
}: {
  readonly student: Student;
  readonly hand: Hand;
  readonly hide: () => void;
}) => {
  const { data: tags = [] } = useTags();
  const [tag, setTag] = useState('');
  const chosen = tag || tags[0]?.tag || '';
  const notice = useNotice();
  const client = useQueryClient();
  const set = useMutation({
    mutationFn: () => setAll(student, chosen, hand, student.about.way ?? WAYS[0]),
    onSuccess: ({ set: count, refused }) => {
      notice({ text: [`${count === 1 ? 'One drill is' : `${count} drills are`} set.`, ...refused].join(' ') });
      hide();
    },
    onSettled: () => client.invalidateQueries({ queryKey: ['practice'] }),
  });
  return (
    <Modal show onHide={hide} centered aria-labelledby="drills-title">
      <Form
        onSubmit={(event) => {
          event.preventDefault();
          set.mutate();
        }}
      >
        <Modal.Header closeButton>
          <Modal.Title id="drills-title">A set of drills for {student.name}</Modal.Title>
        </Modal.Header>
        <Modal.Body>
          {tags.length === 0 ? (
            <p>There is no set yet: drills, hard spots and what there is to learn in a song are taken to one.</p>
          ) : (
            <label className="w-100">
              Which set? The easiest for this hand comes first, each to its own tempo.
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
            Leave it
          </Button>
          <Button type="submit" disabled={tags.length === 0 || set.isPending}>
            {set.isPending ? 'Being set …' : 'Set them'}
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
};
