import './group-filter.scss';
import type { Student } from '@fleet-wren/contract';
import { say } from '@fleet-wren/wording';
import { useSearchParams } from 'react-router';
import { latestSearchParams } from '../latest-search-params.ts';
import { inGroup, listGroups } from './groups.ts';

/** The group that is looked at, as the address has it; null for all students. */
export const useGroup = (students: readonly Student[]) => {
  const [search, setSearch] = useSearchParams();
  const groups = listGroups(students);
  const asked = search.get('group');
  const group = asked !== null && groups.includes(asked) ? asked : null;
  const choose = (next: string | null): void => {
    const params = latestSearchParams();
    if (next === null) params.delete('group');
    else params.set('group', next);
    setSearch(params, { replace: true });
  };
  return { groups, group, choose, members: inGroup(students, group) };
};

/** Buttons that narrow a list to a class or an ensemble; nothing where there are none. */
export const GroupFilter = ({
  groups,
  group,
  choose,
}: {
  readonly groups: readonly string[];
  readonly group: string | null;
  readonly choose: (group: string | null) => void;
}) => {
  if (groups.length === 0) return null;
  return (
    <div className="group-filter" role="group" aria-label={say('students.groups')}>
      <button type="button" aria-pressed={group === null} onClick={() => choose(null)}>
        {say('students.everyone')}
      </button>
      {groups.map((name) => (
        <button
          key={name}
          type="button"
          className="pill"
          aria-pressed={group === name}
          onClick={() => choose(group === name ? null : name)}
        >
          {name}
        </button>
      ))}
    </div>
  );
};
