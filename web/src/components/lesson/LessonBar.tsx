import './lesson.scss';
import type { Assignment } from '@fleet-wren/contract';
import { say, sayLabel, saySentence } from '@fleet-wren/wording';
import { Link } from 'react-router';
import { Say } from '../say/Say.tsx';
import { useAssignments, useProgress } from '../../api/practice.ts';
import { useStudent } from '../../api/students.ts';
import { CurrentStagePanel } from './CurrentStagePanel.tsx';
import { LogNoteForm } from './LogNoteForm.tsx';

const Stage = ({ item }: { readonly item: Assignment }) => {
  const { data: progress } = useProgress(item.id);
  if (!progress) return null;
  const stage = item.plan.stages[progress.stage];
  return (
    <span className="lesson-stage">
      {sayLabel(stage ? stage.name : say('parts.learned'))}
      {progress.tempo !== null && (
        <>
          {' '}
          <Say text="parts.at-tempo" values={{ tempo: progress.tempo }} />
        </>
      )}
      {item.standing.stuck && <span className="lesson-stuck"> · {saySentence(item.standing.stuck.message)}</span>}
    </span>
  );
};

/**
 * A lesson beside what is on the bench: who is here, where they stand with it, counted as it is played, a note, and the
 * way to the student’s page, the next thing and the sheet.
 */
export const LessonBar = ({ studentId, patternId }: { readonly studentId: string; readonly patternId: string }) => {
  const { data: student } = useStudent(studentId);
  const { data: items } = useAssignments(studentId);
  if (!student || !items) return null;
  const item = items.find(({ sourceId, endedAt }) => sourceId === patternId && endedAt === null);
  const others = items.filter((one) => one.endedAt === null && one.sourceId !== null && one.sourceId !== patternId);
  return (
    <aside className="lesson" aria-label={say('parts.lesson-with', { name: student.name })}>
      <div className="lesson-who">
        <Link to={`/students/${studentId}`}>
          <b>{student.name}</b>
        </Link>
        {item ? <Stage item={item} /> : <span className="text-soft">{say('parts.not-assigned')}</span>}
      </div>
      {item && <CurrentStagePanel item={item} byEar />}
      <LogNoteForm studentId={studentId} />
      <nav className="lesson-ways" aria-label={say('parts.lesson-links')}>
        {others.slice(0, 6).map((one) => (
          <Link key={one.id} to={`/patterns/${one.sourceId}?lesson=${studentId}`}>
            {one.name}
          </Link>
        ))}
        <Link to={`/students/${studentId}`}>{say('parts.assign-next')}</Link>
        <Link to={`/students/${studentId}/sheet`}>{say('common.sheet-to-print')}</Link>
      </nav>
    </aside>
  );
};
