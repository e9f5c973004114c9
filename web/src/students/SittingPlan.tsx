import { useNow } from '../parts/useNow.ts';
import { DAY, planSitting, sentence, type SittingItem } from '@fleet-wren/core';
import { useState } from 'react';
import type { AssignmentLine } from '../api/practice.ts';

/** What a sitting sees of something that is practised. */
const sittingItem = (
  { id, name, standing }: Pick<AssignmentLine, 'id' | 'name' | 'standing'>,
  now: number,
): SittingItem => ({
  id,
  name,
  stage: standing.stage === null ? null : { key: standing.stage, name: standing.stage, tempo: standing.tempo },
  stuck: standing.stuck !== null,
  due: standing.due !== null && standing.due <= now,
  fresh: standing.last === null,
});

/** Days after which discomfort that was spoken of no longer makes a plan lighter. */
const LIGHT_FOR = 3;

/** Whether discomfort was spoken of lately. */
const hurtLately = (lines: readonly Pick<AssignmentLine, 'standing'>[], now: number): boolean =>
  lines.some(({ standing }) => standing.discomfort !== null && standing.discomfort > now - LIGHT_FOR * DAY);

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
