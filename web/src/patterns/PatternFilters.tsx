import { say, sayLabel } from '@fleet-wren/wording';
import { SCHOOLS } from '@fleet-wren/core';
import { X } from 'lucide-react';
import { Form } from 'react-bootstrap';
import { useTags, type PatternFilter } from '../api/patterns.ts';

interface FilterProps {
  readonly filter: Omit<PatternFilter, 'search'>;
  readonly change: (part: Partial<PatternFilter>) => void;
}

const NO_FILTERS: FilterProps['filter'] = {
  tag: undefined,
  school: undefined,
  digits: undefined,
  strings: undefined,
  metre: undefined,
  difficulty: undefined,
};

interface OneProps<Value extends string> {
  readonly label: string;
  readonly value: Value | undefined;
  readonly options: readonly (readonly [value: Value, label: string])[];
  /** Chooses one; undefined for any. */
  readonly choose: (value: Value | undefined) => void;
}

const One = <Value extends string>({ label, value, options, choose }: OneProps<Value>) => (
  <Form.Select
    size="sm"
    aria-label={label}
    className={value ? 'narrowed' : undefined}
    value={value ?? ''}
    onChange={({ target }) => choose(options.find(([key]) => key === target.value)?.[0])}
  >
    <option value="">{label}</option>
    {options.map(([key, text]) => (
      <option key={key} value={key}>
        {text}
      </option>
    ))}
  </Form.Select>
);

const METRES = ['2/4', '3/4', '4/4', '5/4', '6/4', '6/8', '7/8', '9/8', '12/8'].map((metre) => [metre, metre] as const);
const DIGITS = [
  ['pi', say('patterns.thumb-and-index-only')],
  ['pim', say('patterns.thumb-index-middle')],
  ['pima', say('patterns.no-little-finger-or-pick')],
  ['dum', say('patterns.pick-and-middle')],
  ['duma', say('patterns.pick-middle-ring')],
  ['du', say('patterns.pick-only')],
] as const;
const STRINGS = [
  ['321', say('patterns.treble-strings-only')],
  ['654', say('patterns.bass-strings-only')],
  ['4321', say('patterns.strings-4-1')],
  ['5432', say('patterns.inner-strings-5-2')],
] as const;
const DIFFICULTY = [
  ['easy', say('patterns.easy-at-its-tempo')],
  ['middling', say('patterns.medium')],
  ['hard', say('patterns.hard')],
] as const;

/** Narrows the list: by tag, school, digits, strings, metre, difficulty. */
export const PatternFilters = ({ filter, change }: FilterProps) => {
  const tags = useTags().data ?? [];
  const any = Object.values(filter).some(Boolean);
  return (
    <div className="filters" role="group" aria-label={say('patterns.filter-patterns')}>
      <One
        label={say('patterns.any-tag')}
        value={filter.tag}
        options={tags.map(({ tag, count }) => [tag, `${tag} (${count})`])}
        choose={(tag) => change({ tag })}
      />
      <One
        label={say('patterns.any-school')}
        value={filter.school}
        options={SCHOOLS.map(({ key, name }) => [key, sayLabel(name)])}
        choose={(school) => change({ school })}
      />
      <One
        label={say('patterns.any-fingers')}
        value={filter.digits}
        options={DIGITS}
        choose={(digits) => change({ digits })}
      />
      <One
        label={say('patterns.any-strings')}
        value={filter.strings}
        options={STRINGS}
        choose={(strings) => change({ strings })}
      />
      <One
        label={say('patterns.any-time-signature')}
        value={filter.metre}
        options={METRES}
        choose={(metre) => change({ metre })}
      />
      <One
        label={say('patterns.any-difficulty')}
        value={filter.difficulty}
        options={DIFFICULTY}
        choose={(difficulty) => change({ difficulty })}
      />
      {any && (
        <button type="button" className="filters-none" onClick={() => change(NO_FILTERS)}>
          <X size={14} aria-hidden /> {say('patterns.clear-filters')}
        </button>
      )}
    </div>
  );
};
