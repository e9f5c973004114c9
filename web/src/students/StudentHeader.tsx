import type { Student } from '@fleet-wren/contract';
import { say } from '@fleet-wren/wording';
import { PRACTICE_METHODS, type StudentProfile } from '@fleet-wren/core';
import { useState } from 'react';
import { Button, Dropdown, Form, Modal } from 'react-bootstrap';
import { Dialog } from '../components/dialog/Dialog.tsx';
import { Link, useNavigate } from 'react-router';
import { wordsOf } from '../api/api-error.ts';
import { useStudents, useUpdateStudent, useDeleteStudent } from '../api/students.ts';
import { listGroups, parseGroups } from '../components/students/groups.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { WEEKDAYS, formatLesson } from '../components/students/student-text.ts';

interface FieldsProps {
  readonly about: StudentProfile;
  readonly change: (about: StudentProfile) => void;
}

const without = (about: StudentProfile, key: keyof StudentProfile): StudentProfile => {
  const { [key]: _gone, ...rest } = about;
  return rest;
};

const LessonFields = ({ about, change }: FieldsProps) => (
  <>
    <label>
      {say('students.lesson-day')}
      <Form.Select
        value={about.lessonDay ?? ''}
        onChange={({ target }) =>
          change(target.value === '' ? without(about, 'lessonDay') : { ...about, lessonDay: Number(target.value) })
        }
      >
        <option value="">{say('students.no-fixed-day')}</option>
        {WEEKDAYS.map((day, index) => (
          <option key={day} value={index + 1}>
            {day}
          </option>
        ))}
      </Form.Select>
    </label>
    <label>
      {say('students.time')}
      <Form.Control
        type="time"
        value={about.lessonTime ?? ''}
        onChange={({ target }) =>
          change(target.value === '' ? without(about, 'lessonTime') : { ...about, lessonTime: target.value })
        }
      />
    </label>
  </>
);

const GroupsField = ({ about, change }: FieldsProps) => {
  const { data: students = [] } = useStudents();
  const known = listGroups(students);
  const [typed, setTyped] = useState((about.groups ?? []).join(', '));
  return (
    <label className="wide">
      {say('students.groups-field')}
      <Form.Control
        value={typed}
        maxLength={500}
        list="known-groups"
        onChange={({ target }) => {
          setTyped(target.value);
          const groups = parseGroups(target.value, known);
          change(groups.length === 0 ? without(about, 'groups') : { ...about, groups });
        }}
      />
      <datalist id="known-groups">
        {known.map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
    </label>
  );
};

const PracticeFields = ({ about, change }: FieldsProps) => (
  <>
    <label>
      {say('students.practice-per-week-minutes')}
      <Form.Control
        inputMode="numeric"
        value={about.weeklyMinutes ?? ''}
        onChange={({ target }) =>
          change(
            target.value === ''
              ? without(about, 'weeklyMinutes')
              : { ...about, weeklyMinutes: Number.parseInt(target.value, 10) || 0 },
          )
        }
      />
    </label>
    <label className="wide">
      {say('students.practice-method')}
      <Form.Select
        value={about.way ?? PRACTICE_METHODS[0]}
        onChange={({ target }) => change({ ...about, way: PRACTICE_METHODS.find((one) => one === target.value) })}
      >
        {PRACTICE_METHODS.map((one) => (
          <option key={one} value={one}>
            {say('practice-method.name', { method: one })}
          </option>
        ))}
      </Form.Select>
    </label>
    <label className="wide">
      {say('students.notes-visible-to-teachers-only')}
      <Form.Control
        as="textarea"
        rows={3}
        value={about.notes ?? ''}
        maxLength={4000}
        onChange={({ target }) => change({ ...about, notes: target.value })}
      />
    </label>
  </>
);

const EditDialog = ({ student, hide }: { readonly student: Student; readonly hide: () => void }) => {
  const [name, setName] = useState(student.name);
  const [about, setAbout] = useState(student.about);
  const change = useUpdateStudent();
  return (
    <Dialog
      title={say('students.details-of', { name: student.name })}
      hide={hide}
      onSubmit={() => change.mutate({ ...student, name: name.trim(), about }, { onSuccess: hide })}
    >
      <Modal.Body className="student-form">
        <label>
          {say('students.name')}
          <Form.Control value={name} maxLength={80} onChange={({ target }) => setName(target.value)} />
        </label>
        <LessonFields about={about} change={setAbout} />
        <GroupsField about={about} change={setAbout} />
        <PracticeFields about={about} change={setAbout} />
        {change.isError && <p role="alert">{wordsOf(change.error)}</p>}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="plain" onClick={hide}>
          {say('common.cancel')}
        </Button>
        <Button type="submit" disabled={name.trim() === '' || change.isPending}>
          {say('students.save')}
        </Button>
      </Modal.Footer>
    </Dialog>
  );
};

const RemoveDialog = ({ student, hide }: { readonly student: Student; readonly hide: () => void }) => {
  const remove = useDeleteStudent();
  const navigate = useNavigate();
  return (
    <Dialog title={say('students.delete-question', { name: student.name })} hide={hide}>
      <Modal.Body>
        <p>{say('students.this-deletes-the-hand-profile-assignments')}</p>
        {remove.isError && <p role="alert">{wordsOf(remove.error)}</p>}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="plain" onClick={hide}>
          {say('common.cancel')}
        </Button>
        <Button
          variant="danger"
          disabled={remove.isPending}
          onClick={() => remove.mutate(student.id, { onSuccess: () => void navigate('/students') })}
        >
          {say('students.delete-everything')}
        </Button>
      </Modal.Footer>
    </Dialog>
  );
};

/** Who it is, when they come, and what can be done with the record itself. */
export const StudentHeader = ({ student, take }: { readonly student: Student; readonly take: () => void }) => {
  const [shown, setShown] = useState<'edit' | 'remove' | null>(null);
  const change = useUpdateStudent();
  const notice = useToast();
  const put = (): void =>
    change.mutate(
      { ...student, archivedAt: student.archivedAt === null ? new Date().toISOString() : null },
      { onError: (error) => notice({ text: wordsOf(error) }) },
    );
  const hide = (): void => setShown(null);
  return (
    <header className="page-head student-head">
      <h1>{student.name}</h1>
      <span className="text-soft">
        {[formatLesson(student.about), ...(student.about.groups ?? [])].filter((part) => part !== '').join(' · ')}
        {student.about.weeklyMinutes !== undefined &&
          say('students.min-per-week', { weeklyMinutes: student.about.weeklyMinutes })}
        {student.archivedAt !== null && say('students.archived')}
      </span>
      <span className="student-tools">
        <Link to="skills" className="btn btn-quiet btn-sm">
          {say('course.skills')}
        </Link>
        <Link to="report" className="btn btn-plain btn-sm">
          {say('report.open')}
        </Link>
        <Link to="sheet" className="btn btn-plain btn-sm">
          {say('common.sheet-to-print')}
        </Link>
        <Button variant="plain" size="sm" onClick={() => setShown('edit')}>
          {say('students.details')}
        </Button>
        <Dropdown as="span" align="end">
          <Dropdown.Toggle variant="plain" size="sm">
            {say('students.export-student-data')}
          </Dropdown.Toggle>
          <Dropdown.Menu>
            <Dropdown.Item onClick={take}>{say('students.export-log')}</Dropdown.Item>
            <Dropdown.Item href={`/api/students/${student.id}/archive`} download>
              {say('students.export-everything')}
            </Dropdown.Item>
          </Dropdown.Menu>
        </Dropdown>
        <Button variant="plain" size="sm" onClick={put}>
          {student.archivedAt === null ? say('students.archive') : say('common.restore')}
        </Button>
        <Button variant="plain" size="sm" onClick={() => setShown('remove')}>
          {say('common.delete')}
        </Button>
      </span>
      {shown === 'edit' && <EditDialog student={student} hide={hide} />}
      {shown === 'remove' && <RemoveDialog student={student} hide={hide} />}
    </header>
  );
};
