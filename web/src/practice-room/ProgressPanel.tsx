import { say } from '@fleet-wren/wording';
import {
  PRACTICE_WEEKS,
  firstDayOfWeek,
  localDay,
  summariseTerm,
  weekOfDay,
  type ReportedProgress,
} from '@fleet-wren/core';
import { format } from 'date-fns/format';
import { Suspense, lazy, useState } from 'react';
import { PracticeBars } from '../components/students/PracticeBars.tsx';
import type { PracticeRoomItem } from './practice-room-store.ts';

/** Comes when it is wanted: the room opens without it. */
const MySkills = lazy(() => import('./MySkills.tsx'));

/** How far a piece is: learned, or at which tempo of which it is aimed at. */
const ItemLine = ({ name, before, best, target, learned, passed, of }: ReportedProgress) => (
  <li>
    <b>{name}</b>
    <span>
      {learned === null
        ? say('practice.progress-stages', { passed, of })
        : say('practice.progress-learned', { day: format(learned, 'd MMMM') })}
    </span>
    <span>
      {best === null
        ? say('practice.progress-no-tempo', { target })
        : say('practice.progress-tempo', {
            before: before ?? best,
            best,
            target,
            rose: String(best > (before ?? best)),
            isLearned: String(learned !== null),
          })}
    </span>
    <progress max={Math.max(target, best ?? 0)} value={best ?? 0} aria-label={say('practice.progress-bar', { name })} />
  </li>
);

/** What a student did in the last twelve weeks, by their own measure alone: nobody else is in it. */
export const ProgressPanel = ({
  items,
  token,
  hide,
}: {
  readonly items: readonly PracticeRoomItem[];
  /** Of the link: what the skills are told by is asked for with it. */
  readonly token: string;
  readonly hide: () => void;
}) => {
  const [now] = useState(() => Date.now());
  const offset = -new Date(now).getTimezoneOffset();
  const present = weekOfDay(localDay(now, offset));
  const first = present - PRACTICE_WEEKS + 1;
  const report = summariseTerm(items, { first, last: present, offset });
  const minutes = Math.round(report.minutes.reduce((sum, one) => sum + one, 0));
  return (
    <section className="room-progress" aria-label={say('practice.my-progress')}>
      <h1>{say('practice.my-progress')}</h1>
      <p>{say('practice.progress-summary', { minutes, passes: report.passes, weeks: PRACTICE_WEEKS })}</p>
      {minutes > 0 && <PracticeBars minutes={report.minutes} firstDay={firstDayOfWeek(first)} width={360} />}
      <ul>
        {report.items.map((item) => (
          <ItemLine key={item.id} {...item} />
        ))}
      </ul>
      <Suspense>
        <MySkills token={token} />
      </Suspense>
      <button type="button" className="room-done" onClick={hide}>
        {say('practice.back-to-practice')}
      </button>
    </section>
  );
};
