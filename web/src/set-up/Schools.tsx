import { SCHOOLS, type MadeSchool } from '@fleet-wren/core';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { madeSchool, useDropSchool, useKeptSchools, type KeptSchool } from '../api/set-up.ts';
import { wordsOf } from '../api/client.ts';
import { useNotice } from '../app/Notice.tsx';
import { LearnSchool } from './LearnSchool.tsx';
import { SchoolForm } from './SchoolForm.tsx';

const START: MadeSchool = {
  id: 'new',
  name: '',
  base: 'one-per-string',
  digits: ['p', 'i', 'm', 'a'],
  homes: {},
  weights: {},
};

interface Editing {
  readonly school: MadeSchool;
  readonly version?: number;
}

const Own = ({ kept, edit }: { readonly kept: KeptSchool; readonly edit: () => void }) => {
  const drop = useDropSchool();
  const notice = useNotice();
  return (
    <li className="school-line">
      <span>
        <b>{kept.name}</b>
        <br />
        <small className="text-soft">
          made from {SCHOOLS.find(({ key }) => kept.document.base.startsWith(key))?.name ?? kept.document.base}; plays
          with {kept.document.digits.join(' ')}
        </small>
      </span>
      <Button variant="quiet" size="sm" onClick={edit}>
        Change
      </Button>
      <Button
        variant="plain"
        size="sm"
        onClick={() => drop.mutate(kept.id, { onError: (error) => notice({ text: wordsOf(error) }) })}
      >
        Delete
      </Button>
    </li>
  );
};

/** The schools there are, with their rules and variants, and those of the studio's own. */
export const Schools = () => {
  const kept = useKeptSchools().data ?? [];
  const [editing, setEditing] = useState<Editing | null>(null);
  const [learning, setLearning] = useState(false);
  if (learning) return <LearnSchool done={() => setLearning(false)} />;
  if (editing) return <SchoolForm start={editing.school} version={editing.version} done={() => setEditing(null)} />;
  return (
    <section aria-label="Schools">
      <p className="lead-in">
        A school decides who plays which string where nothing is pinned. Teachers disagree, so each is a choice; yours
        can be one too.
      </p>
      <div className="form-actions">
        <Button onClick={() => setEditing({ school: START })}>Make a school of your own</Button>
        <Button variant="quiet" onClick={() => setLearning(true)}>
          Learn one from your pins
        </Button>
      </div>
      <ul className="plain-list hand-list">
        {kept.map((one) => (
          <Own key={one.id} kept={one} edit={() => setEditing({ school: madeSchool(one), version: one.version })} />
        ))}
        {SCHOOLS.map(({ key, name, rule, variants }) => (
          <li key={key}>
            <b>{name}</b>
            <br />
            <span className="text-soft">{rule}</span>
            {variants && (
              <span className="variants">
                {variants.map((variant) => (
                  <span key={variant.key} title={variant.rule}>
                    {variant.name}
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
