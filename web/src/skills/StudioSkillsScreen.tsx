import './skills.scss';
import { say } from '@fleet-wren/wording';
import { useState } from 'react';
import { wordsOf } from '../api/api-error.ts';
import { useLatestPatterns } from '../api/patterns.ts';
import { useStudents } from '../api/students.ts';
import { GroupFilter, useGroup } from '../components/students/GroupFilter.tsx';
import { dayOf } from './CoursePlan.tsx';
import { GroupCourse } from './GroupCourse.tsx';
import { CoverageList } from './CoverageList.tsx';
import { StudentMatrix } from './StudentMatrix.tsx';

/** How many of the studio's patterns are looked at. */
const LOOKED_AT = 120;

/** Who has which skill, and what the studio's patterns teach. */
const StudioSkillsScreen = () => {
  const students = useStudents();
  const patterns = useLatestPatterns(LOOKED_AT);
  const [today] = useState(() => dayOf(Date.now()));
  const error = students.error ?? patterns.error;
  const present = (students.data ?? []).filter(({ archivedAt }) => archivedAt === null);
  const { members, ...filter } = useGroup(present);
  return (
    <div className="page skills-page">
      <header className="page-head">
        <h1>{say('course.studio')}</h1>
      </header>
      {error && <p role="alert">{wordsOf(error)}</p>}
      <section aria-label={say('course.studio-students')}>
        <h2>{say('course.studio-students')}</h2>
        <p className="text-soft">
          {say('course.studio-how')} {say('course.map-how-short')}
        </p>
        <GroupFilter {...filter} />
        {students.data && <StudentMatrix students={members} today={today} />}
      </section>
      {filter.group !== null && <GroupCourse key={filter.group} group={filter.group} members={members} today={today} />}
      <section aria-label={say('course.coverage')} className="coverage-section">
        <h2>{say('course.coverage')}</h2>
        {patterns.data && <CoverageList patterns={patterns.data} />}
      </section>
    </div>
  );
};

export default StudioSkillsScreen;
