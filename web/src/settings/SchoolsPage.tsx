import type { SchoolResponse } from '@fleet-wren/contract';
import { say, sayLabel, sayMessage } from '@fleet-wren/wording';
import { SCHOOLS, type CustomSchool } from '@fleet-wren/core';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { toCustomSchool, useDeleteSchool, useCustomSchools } from '../api/studio-settings.ts';
import { wordsOf } from '../api/api-error.ts';
import { useToast } from '../components/toast/ToastProvider.tsx';
import { useUndoableRemoval } from '../components/toast/useUndoableRemoval.ts';
import { LearnSchoolForm } from './LearnSchoolForm.tsx';
import { SchoolForm } from './SchoolForm.tsx';

const START: CustomSchool = {
  id: 'new',
  name: '',
  base: 'one-per-string',
  digits: ['p', 'i', 'm', 'a'],
  homes: {},
  weights: {},
};

interface Editing {
  readonly school: CustomSchool;
  readonly version?: number;
}

const Own = ({ kept, edit }: { readonly kept: SchoolResponse; readonly edit: () => void }) => {
  const drop = useDeleteSchool();
  const notice = useToast();
  const removal = useUndoableRemoval(kept.id);
  const remove = (): void =>
    removal.remove(say('common.deleted-named', { name: kept.name }), () =>
      drop.mutate(kept.id, { onError: (error) => notice({ text: wordsOf(error) }) }),
    );
  if (removal.isRemoved) return null;
  return (
    <li className="school-line">
      <span>
        <b>{kept.name}</b>
        <br />
        <small className="text-soft">
          {say('settings.based-on-uses', {
            name: sayLabel(SCHOOLS.find(({ key }) => kept.document.base.startsWith(key))?.name ?? kept.document.base),
            digits: kept.document.digits.join(' '),
          })}
        </small>
      </span>
      <Button variant="quiet" size="sm" onClick={edit}>
        {say('common.edit')}
      </Button>
      <Button variant="plain" size="sm" onClick={remove}>
        {say('common.delete')}
      </Button>
    </li>
  );
};

/** The schools there are, with their rules and variants, and those of the studio's own. */
export const SchoolsPage = () => {
  const kept = useCustomSchools().data ?? [];
  const [editing, setEditing] = useState<Editing | null>(null);
  const [learning, setLearning] = useState(false);
  if (learning) return <LearnSchoolForm done={() => setLearning(false)} />;
  if (editing) return <SchoolForm start={editing.school} version={editing.version} done={() => setEditing(null)} />;
  return (
    <section aria-label={say('settings.fingering-schools')}>
      <p className="lead-in">{say('settings.a-school-decides-which-finger-plays')}</p>
      <div className="form-actions">
        <Button onClick={() => setEditing({ school: START })}>{say('settings.create-school')}</Button>
        <Button variant="quiet" onClick={() => setLearning(true)}>
          {say('settings.learn-from-pins')}
        </Button>
      </div>
      <ul className="plain-list hand-list">
        {kept.map((one) => (
          <Own key={one.id} kept={one} edit={() => setEditing({ school: toCustomSchool(one), version: one.version })} />
        ))}
        {SCHOOLS.map(({ key, name, rule, variants }) => (
          <li key={key}>
            <b>{sayLabel(name)}</b>
            <br />
            <span className="text-soft">{sayMessage(rule)}</span>
            {variants && (
              <span className="variants">
                {variants.map((variant) => (
                  <span key={variant.key} title={sayMessage(variant.rule)}>
                    {sayLabel(variant.name)}
                  </span>
                ))}
              </span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
};
