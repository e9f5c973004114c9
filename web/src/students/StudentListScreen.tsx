import './students.scss';
import type { AssignmentListItem, Student } from '@fleet-wren/contract';
import { say, saySentence } from '@fleet-wren/wording';
import { useMemo, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { useNow } from '../components/useNow.ts';
import { wordsOf } from '../api/api-error.ts';
import { useAssignmentList } from '../api/practice.ts';
import { useCreateStudent, useStudents } from '../api/students.ts';
import { formatTimeAgo, formatLesson, formatProgressSummary } from '../components/students/student-text.ts';
import { listPainReports } from '../components/students/pain-reports.ts';
import { RosterMenu } from './RosterMenu.tsx';
import { groupByStudent } from '../components/students/group-by-student.ts';
import { GroupFilter, useGroup } from '../components/students/GroupFilter.tsx';
import { AssignToGroup } from './AssignToGroup.tsx';

const NewStudent = () => {
  const [name, setName] = useState('');
  const add = useCreateStudent();
  const navigate = useNavigate();
  return (
    <Form
      className="new-student"
      onSubmit={(event) => {
        event.preventDefault();
        add.mutate(name.trim(), { onSuccess: ({ id }) => void navigate(`/students/${id}`) });
      }}
    >
      <Form.Control
        aria-label={say('students.new-students-name')}
        placeholder={say('students.new-students-name')}
        value={name}
        maxLength={80}
        onChange={({ target }) => setName(target.value)}
      />
      <Button type="submit" disabled={name.trim() === '' || add.isPending}>
        {say('students.add-student')}
      </Button>
      {add.isError && <p role="alert">{wordsOf(add.error)}</p>}
    </Form>
  );
};

const Row = ({ student, lines }: { readonly student: Student; readonly lines: readonly AssignmentListItem[] }) => {
  const now = useNow();
  const stuck = lines.find(({ standing }) => standing.stuck);
  const shown = stuck ?? lines.find(({ standing }) => standing.stage !== null) ?? lines[0];
  const last = Math.max(0, ...lines.map(({ standing }) => standing.last ?? 0));
  return (
    <li className="student-line">
      <div>
        <Link to={`/students/${student.id}`} className="pattern-link">
          {student.name}
        </Link>
        <div className="text-soft">
          {[formatLesson(student.about), ...(student.about.groups ?? [])].filter((part) => part !== '').join(' · ')}
        </div>
      </div>
      <div>
        {shown ? (
          <>
            <b>{shown.name}</b> <span className="text-soft">{formatProgressSummary(shown.standing, now)}</span>
            {lines.length > 1 && (
              <span className="text-soft"> {say('students.and-more', { linesCount: lines.length - 1 })}</span>
            )}
          </>
        ) : (
          <span className="text-soft">{say('students.no-assignments-yet')}</span>
        )}
        {listPainReports(lines, now).length > 0 && (
          <div className="finding finding-trouble">{say('students.pain-badge')}</div>
        )}
        {stuck?.standing.stuck && (
          <div className="finding finding-notable">{saySentence(stuck.standing.stuck.message)}</div>
        )}
      </div>
      <div className="text-soft student-last">{lines.length > 0 && formatTimeAgo(last === 0 ? null : last)}</div>
    </li>
  );
};

const NOBODY: readonly Student[] = [];

/** The studio's students: what is at hand for each, and who is stuck. */
const StudentListScreen = () => {
  const { data: students = NOBODY, isSuccess } = useStudents();
  const { data: lines } = useAssignmentList();
  const [past, setPast] = useState(false);
  const of = useMemo(() => groupByStudent(lines), [lines]);
  const present = useMemo(() => students.filter(({ archivedAt }) => (archivedAt !== null) === past), [students, past]);
  const { group, members: shown, ...filter } = useGroup(present);
  const archived = students.some(({ archivedAt }) => archivedAt !== null);
  return (
    <div className="page">
      <header className="page-head">
        <h1>{say('common.students')}</h1>
        {archived && (
          <Form.Check
            type="switch"
            id="past"
            label={say('students.show-archived')}
            checked={past}
            onChange={() => setPast(!past)}
          />
        )}
        <NewStudent />
        {students.length > 0 && (
          <Link to="/skills" className="btn btn-quiet">
            {say('course.studio')}
          </Link>
        )}
        {/* Who is here already is known only then. */}
        {isSuccess && <RosterMenu students={students} />}
      </header>
      {isSuccess && students.length === 0 && (
        <div className="empty">
          <p>{say('students.no-students-yet-add-one-by')}</p>
        </div>
      )}
      <GroupFilter group={group} {...filter} />
      {group !== null && !past && <AssignToGroup key={group} group={group} members={shown} />}
      <ul className="plain-list" aria-label={say('common.students')}>
        {shown.map((student) => (
          <Row key={student.id} student={student} lines={of.get(student.id) ?? []} />
        ))}
      </ul>
    </div>
  );
};

export default StudentListScreen;
