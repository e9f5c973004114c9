import type { StudioEstimates } from '@fleet-wren/contract';
import { say, sayMessage, sayProblems } from '@fleet-wren/wording';
import {
  ESTIMATE_DEFINITIONS,
  ESTIMATE_KEYS,
  createHandProfile,
  type EstimateDefinition,
  type EstimateKey,
} from '@fleet-wren/core';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { useStudioEstimates, useUpdateEstimates } from '../api/studio-settings.ts';
import { wordsOf } from '../api/api-error.ts';

const sayRange = (range: EstimateDefinition['range']): string => {
  const [least, most] = range ?? [null, null];
  if (most === null) return say('settings.range-unknown');
  return least === null ? say('settings.range-up-to', { most }) : say('settings.range-between', { least, most });
};

const Line = ({
  name,
  own,
  change,
}: {
  readonly name: EstimateKey;
  readonly own: number | undefined;
  readonly change: (value: number | undefined) => string | null;
}) => {
  const { label, unit, value, source, range }: EstimateDefinition = ESTIMATE_DEFINITIONS[name];
  const [typed, setTyped] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const settle = (): void => {
    if (typed === null) return;
    const next = typed.trim() === '' ? undefined : Number(typed.replace(',', '.'));
    setTrouble(change(next === value ? undefined : next));
    setTyped(null);
  };
  return (
    <tr className={own === undefined ? undefined : 'changed'}>
      <td>
        {sayMessage(label)}
        {trouble && <div className="text-warning">{trouble}</div>}
      </td>
      <td>
        <input
          aria-label={sayMessage(label)}
          inputMode="decimal"
          value={typed ?? String(own ?? value)}
          onChange={({ target }) => setTyped(target.value)}
          onBlur={settle}
          onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
        />{' '}
        {unit}
      </td>
      <td className="text-soft">{sayRange(range)}</td>
      <td className="text-soft">{sayMessage(source)}</td>
      <td>
        {own !== undefined && (
          <Button variant="plain" size="sm" onClick={() => setTrouble(change(undefined))}>
            {say('settings.reset-to', { value })}
          </Button>
        )}
      </td>
    </tr>
  );
};

/** All estimates about the hand in one table: where each comes from, what the studio has set instead, and back. */
export const EstimatesPage = () => {
  const own = useStudioEstimates().data ?? {};
  const set = useUpdateEstimates();
  const change =
    (name: EstimateKey) =>
    (value: number | undefined): string | null => {
      const { [name]: _old, ...rest } = own;
      const next: StudioEstimates = value === undefined ? rest : { ...rest, [name]: value };
      const made = createHandProfile({ key: 'try', name: 'try', times: next });
      if (!made.ok) return sayProblems(made.problems);
      set.mutate(next);
      return null;
    };
  return (
    <section aria-label={say('settings.estimates')}>
      <p className="lead-in">{say('settings.how-fast-an-able-adults-hand')}</p>
      {set.isError && <p role="alert">{wordsOf(set.error)}</p>}
      <table className="estimates">
        <thead>
          <tr>
            <th>{say('settings.estimate')}</th>
            <th>{say('settings.value')}</th>
            <th>{say('settings.likely-range')}</th>
            <th>{say('settings.source')}</th>
            <th>
              {Object.keys(own).length > 0 && (
                <Button variant="quiet" size="sm" onClick={() => set.mutate({})}>
                  {say('settings.reset-all')}
                </Button>
              )}
            </th>
          </tr>
        </thead>
        <tbody>
          {ESTIMATE_KEYS.map((name) => (
            <Line key={name} name={name} own={own[name]} change={change(name)} />
          ))}
        </tbody>
      </table>
    </section>
  );
};
