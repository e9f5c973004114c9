import type { Student } from '@fleet-wren/contract';
import { say, sayLabel, sayMessage, sayProblems } from '@fleet-wren/wording';
import {
  PRACTICE_METHODS,
  toLadderPlan,
  wholeTempo,
  type HandProfile,
  type PracticeLadder,
  type LadderPlan,
  type Pattern,
  type PracticeMethod,
  message,
} from '@fleet-wren/core';
import { useMemo, useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { Dialog } from '../components/dialog/Dialog.tsx';
import { wordsOf } from '../api/api-error.ts';
import { useCreateAssignment } from '../api/practice.ts';
import { useStudents } from '../api/students.ts';
import { inGroup, listGroups } from '../components/students/groups.ts';
import { PatternPicker } from '../components/patterns/PatternPicker.tsx';
import { useLadder } from '../workers/useLadder.ts';
import { LadderEditor } from './LadderEditor.tsx';
import { SongSectionPicker } from './SongSectionPicker.tsx';
import { useAssignToOthers } from './useAssignToOthers.ts';
import { isOutOfReach, sayEffort, useStageEfforts } from '../components/students/useStageEfforts.ts';
import { tempoRange } from '../components/students/student-text.ts';

const Warning = ({ ladder, take }: { readonly ladder: PracticeLadder; readonly take: (target: number) => void }) => {
  const { warning } = ladder;
  if (!warning) return null;
  return (
    <div className="finding finding-notable" role="status">
      {say('students.target-warning', {
        over: String(ladder.target > warning.maxTempo),
        max: wholeTempo(warning.maxTempo),
        cause: sayMessage(warning.limitReason),
      })}
      <ul>
        {warning.suggestions.slice(0, -1).map((offer) => (
          <li key={sayMessage(offer)}>{sayMessage(offer)}</li>
        ))}
      </ul>
      <Button variant="cure" size="sm" onClick={() => take(warning.reachableTarget)}>
        {sayMessage(message('target-offer.lower-target', { target: warning.reachableTarget }))}
      </Button>
    </div>
  );
};

interface StagesProps extends Pick<ChosenProps, 'student' | 'pattern'> {
  readonly ladder: PracticeLadder;
  readonly plan: LadderPlan;
}

const Stages = ({ student, pattern, ladder, plan }: StagesProps) => {
  const efforts = useStageEfforts(student.id, plan, pattern);
  const all = [...efforts.values()];
  const minutes = all.some(isOutOfReach) ? 0 : all.reduce((sum, { seconds }) => sum + seconds / 60, 0);
  return (
    <>
      <ol className="ladder-preview" aria-label={say('students.stages')}>
        {plan.stages.map(({ key, name, tempos, gate }) => (
          <li key={key}>
            {sayLabel(name)}
            <span className="text-soft">
              {tempos.length > 0 && say('students.stage-tempos', { tempos: tempoRange(tempos) })}
              {gate > 0 && say('students.clean-in-a-row-2', { gate })}
              {sayEffort(efforts.get(key), { gate, tempos })}
            </span>
          </li>
        ))}
      </ol>
      {minutes > 0 && (
        <p className="text-soft">{say('students.effort-total', { minutes: Math.max(1, Math.round(minutes)) })}</p>
      )}
      {ladder.skippedStages.length > 0 && (
        <details>
          <summary className="text-soft">
            {say('students.skipped-stages', { leftOutCount: ladder.skippedStages.length })}
          </summary>
          <ul className="text-soft">
            {ladder.skippedStages.map(({ kind, reason }) => (
              <li key={kind}>
                {kind}: {sayMessage(reason)}
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
};

/** A class or an ensemble that something is set for: its name, and who is in it besides the student. */
interface AssignedGroup {
  readonly name: string;
  readonly others: readonly Student[];
}

interface ChosenProps {
  readonly student: Student;
  readonly group?: AssignedGroup;
  readonly hand: HandProfile;
  readonly pattern: Pattern;
  readonly sourceId?: string;
  readonly hide: () => void;
}

/** The plan of a ladder, as it is made or as the teacher arranged it; another ladder is a plan anew. */
const usePlan = (ladder: PracticeLadder | undefined) => {
  const [arranged, setArranged] = useState<{ readonly ladder: PracticeLadder; readonly plan: LadderPlan } | null>(null);
  const [arranging, setArranging] = useState(false);
  const made = useMemo(() => ladder && toLadderPlan(ladder), [ladder]);
  const plan = arranged && arranged.ladder === ladder ? arranged.plan : made;
  const arrange = (next: LadderPlan): void => {
    if (ladder) setArranged({ ladder, plan: next });
  };
  return { plan, arranging, arrange, setArranging };
};

interface OthersProps {
  readonly student: Student;
  readonly chosen: readonly Student[];
  readonly choose: (students: readonly Student[]) => void;
}

/** Whole groups at a time. */
const GroupBoxes = ({
  students,
  chosen,
  choose,
}: Pick<OthersProps, 'chosen' | 'choose'> & { readonly students: readonly Student[] }) => {
  const isChosen = ({ id }: Student): boolean => chosen.some((one) => one.id === id);
  return (
    <div className="assign-groups">
      {listGroups(students).map((name) => {
        const members = inGroup(students, name);
        const rest = chosen.filter(({ id }) => !members.some((one) => one.id === id));
        return (
          <Form.Check
            key={name}
            type="checkbox"
            id={`assign-group-${name}`}
            label={say('students.assign-group', { group: name })}
            checked={members.every(isChosen)}
            onChange={({ target }) => choose(target.checked ? [...rest, ...members] : rest)}
          />
        );
      })}
    </div>
  );
};

/** Who else has the same set: each with a ladder for the own hand. */
const Others = ({ student, chosen, choose }: OthersProps) => {
  const { data: students = [] } = useStudents();
  const others = students.filter(({ id, archivedAt }) => id !== student.id && archivedAt === null);
  if (others.length === 0) return null;
  return (
    <details className="assign-others">
      <summary>{say('students.assign-to-others', { count: chosen.length })}</summary>
      <GroupBoxes students={others} chosen={chosen} choose={choose} />
      <div>
        {others.map((one) => (
          <Form.Check
            key={one.id}
            type="checkbox"
            id={`assign-${one.id}`}
            label={one.name}
            checked={chosen.some(({ id }) => id === one.id)}
            onChange={({ target }) =>
              choose(target.checked ? [...chosen, one] : chosen.filter(({ id }) => id !== one.id))
            }
          />
        ))}
      </div>
      <p className="text-soft">{say('students.assign-to-others-how')}</p>
    </details>
  );
};

interface MethodProps {
  readonly way: PracticeMethod;
  readonly choose: (way: PracticeMethod) => void;
}

const MethodChoice = ({ way, choose }: MethodProps) => (
  <Form.Select
    value={way}
    onChange={({ target }) => choose(PRACTICE_METHODS.find((one) => one === target.value) ?? way)}
  >
    {PRACTICE_METHODS.map((one) => (
      <option key={one} value={one}>
        {say('practice-method.name', { method: one })}
      </option>
    ))}
  </Form.Select>
);

/** A group's ladder is shown for one of its students. */
const FirstOfGroup = ({ student }: Pick<ChosenProps, 'student'>) => (
  <p className="text-soft">{say('students.ladder-of-first', { name: student.name })}</p>
);

const Aim = ({ student, group, hand, pattern, sourceId, hide }: ChosenProps) => {
  const [typed, setTyped] = useState(String(pattern.tempo));
  const [way, setWay] = useState<PracticeMethod>(student.about.way ?? PRACTICE_METHODS[0]);
  const target = Number(typed);
  const { value, errorText } = useLadder({ pattern, target, way, hand });
  const ladder = value?.ok ? value.value : undefined;
  const set = useCreateAssignment(student.id);
  const { plan, arranging, arrange, setArranging } = usePlan(ladder);
  const { others, choose, assign } = useAssignToOthers(group?.others);
  const keep = (kept: LadderPlan): void =>
    set.mutate(
      { name: pattern.name, pattern, sourceId, target, way, plan: kept },
      {
        onSuccess: ({ id }) => {
          void assign({ pattern, sourceId, target }, group && id);
          hide();
        },
      },
    );
  return (
    <Dialog
      title={say('students.pattern-for', { pattern: pattern.name, student: group?.name ?? student.name })}
      size="lg"
      hide={hide}
      onSubmit={() => {
        if (plan) keep(plan);
      }}
    >
      <Modal.Body>
        <div className="aim-fields">
          <label>
            {say('students.target-tempo-bpm')}
            <Form.Control
              inputMode="numeric"
              value={typed}
              maxLength={3}
              onChange={({ target: field }) => setTyped(field.value)}
            />
          </label>
          <label>
            {say('students.practice-method')}
            <MethodChoice way={way} choose={setWay} />
          </label>
        </div>
        {(errorText || (value && !value.ok)) && (
          <p className="finding finding-trouble" role="alert">
            {errorText ?? (value && !value.ok ? sayProblems(value.problems) : '')}
          </p>
        )}
        {group && ladder && <FirstOfGroup student={student} />}
        {ladder && <Warning ladder={ladder} take={(tempo) => setTyped(String(tempo))} />}
        {ladder && plan && !arranging && <Stages student={student} pattern={pattern} ladder={ladder} plan={plan} />}
        {ladder && plan && arranging && <LadderEditor ladder={ladder} plan={plan} change={arrange} />}
        {ladder && !arranging && (
          <Button variant="plain" size="sm" onClick={() => setArranging(true)}>
            {say('students.edit-stages')}
          </Button>
        )}
        <Others student={student} chosen={others} choose={choose} />
        {set.isError && <p role="alert">{wordsOf(set.error)}</p>}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="plain" onClick={hide}>
          {say('common.cancel')}
        </Button>
        <Button type="submit" disabled={!ladder || set.isPending}>
          {say('students.assign')}
        </Button>
      </Modal.Footer>
    </Dialog>
  );
};

/** Sets something to be practised: which pattern or section of a song, to which tempo, in which way. */
export const AssignDialog = ({
  student,
  hand,
  from,
  group,
  hide,
}: {
  readonly student: Student;
  readonly group?: AssignedGroup;
  readonly hand: HandProfile;
  readonly from: 'patterns' | 'songs';
  readonly hide: () => void;
}) => {
  const [chosen, setChosen] = useState<{ readonly pattern: Pattern; readonly id?: string } | null>(null);
  if (chosen)
    return (
      <Aim student={student} group={group} hand={hand} pattern={chosen.pattern} sourceId={chosen.id} hide={hide} />
    );
  return from === 'songs' ? (
    <SongSectionPicker student={student} take={(pattern) => setChosen({ pattern })} hide={hide} />
  ) : (
    <PatternPicker
      about={say('students.choose-what-will-practise-a-practice', { name: group?.name ?? student.name })}
      take={(pattern, id) => setChosen({ pattern, id })}
      hide={hide}
    />
  );
};
