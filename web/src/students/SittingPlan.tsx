import { useNow } from '../parts/useNow.ts';
import { planSitting, sentence } from '@fleet-wren/core';
import { useState } from 'react';
import type { AssignmentLine } from '../api/practice.ts';
import { hurtLately, sittingItem } from '../parts/practice.ts';

/** A plan for the next sitting, never over its minutes. */
export const SittingPlan = ({ lines }: { readonly lines: readonly AssignmentLine[] }) => {
  const [typed, setTyped] = useState('20');
  const now = useNow();
  const plan = planSitting(
    lines.map((line) => sittingItem(line, now)),
    { minutes: Number(typed), discomfort: hurtLately(lines, now) },
  );
  return (
    <section aria-label="The next sitting">
      <h2>
        The next sitting{' '}
        <label className="sitting-minutes">
          of
          <input
            inputMode="numeric"
            aria-label="Minutes of the sitting"
            value={typed}
            maxLength={3}
            onChange={({ target }) => setTyped(target.value)}
          />
          minutes
        </label>
      </h2>
      {plan.ok ? (
        <>
          <ol className="sitting">
            {plan.value.lines.map(({ name, minutes, why, kind }, index) => (
              <li key={index} className={`sitting-${kind.replace(' ', '-')}`}>
                <b>{minutes}′</b>
                <span>
                  {name} <span className="text-soft">{why}</span>
                </span>
              </li>
            ))}
          </ol>
          <p className="text-soft">{plan.value.caution}</p>
        </>
      ) : (
        <p className="text-soft">{plan.problems.map(sentence).join(' ')}</p>
      )}
    </section>
  );
};
