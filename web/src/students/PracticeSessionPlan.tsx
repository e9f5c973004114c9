import type { AssignmentListItem } from '@fleet-wren/contract';
import { say, sayMessage, sayProblems } from '@fleet-wren/wording';
import { planSession } from '@fleet-wren/core';
import { useState } from 'react';
import { useNow } from '../components/useNow.ts';
import { hasRecentPainReport, toSessionItems } from '../components/practice-session.ts';

/** A plan for the next sitting, never over its minutes. */
export const PracticeSessionPlan = ({ lines }: { readonly lines: readonly AssignmentListItem[] }) => {
  const [typed, setTyped] = useState('20');
  const now = useNow();
  const items = toSessionItems(lines, now);
  const isPaused = items.length === 0 && lines.length > 0;
  const plan = planSession(items, { minutes: Number(typed), discomfort: hasRecentPainReport(lines, now) });
  return (
    <section aria-label={say('students.next-practice-session')}>
      <h2>
        {say('students.next-practice-session')}{' '}
        <label className="sitting-minutes">
          {say('students.session-length')}
          <input
            inputMode="numeric"
            aria-label={say('students.session-length-in-minutes')}
            value={typed}
            maxLength={3}
            onChange={({ target }) => setTyped(target.value)}
          />
          {say('students.minutes-unit')}
        </label>
      </h2>
      {plan.ok ? (
        <>
          <ol className="sitting">
            {plan.value.blocks.map(({ name, minutes, reason, kind }, index) => (
              <li key={index} className={`sitting-${kind.replace(' ', '-')}`}>
                <b>{say('students.min', { minutes })}</b>
                <span>
                  {sayMessage(name)} <span className="text-soft">{sayMessage(reason)}</span>
                </span>
              </li>
            ))}
          </ol>
          <p className="text-soft">{sayMessage(plan.value.caution)}</p>
        </>
      ) : (
        <p className="text-soft">{isPaused ? say('students.session-paused') : sayProblems(plan.problems)}</p>
      )}
    </section>
  );
};
