import { say, sayLabel } from '@fleet-wren/wording';
import { SCHOOLS, SCHOOLS_AND_VARIANTS, type Label, type CustomSchool } from '@fleet-wren/core';
import { toCustomSchool, useCustomSchools } from '../../api/studio-settings.ts';

const VARIANTS = SCHOOLS_AND_VARIANTS.filter(({ key }) => key.includes(':'));

/** The studio's own schools as patterns carry them, and one that a pattern carries besides. */
export const useAvailableCustomSchools = (carried?: CustomSchool): readonly CustomSchool[] => {
  const kept = useCustomSchools().data?.map(toCustomSchool) ?? [];
  return carried && !kept.some(({ id }) => id === carried.id) ? [carried, ...kept] : kept;
};

/** The options of a choice of school: the studio's own, the schools, their variants. */
export const SchoolOptions = ({
  own,
  without = [],
}: {
  readonly own: readonly CustomSchool[];
  readonly without?: readonly string[];
}) => {
  const offered = (options: readonly { readonly key: string; readonly name: Label }[]) =>
    options
      .filter(({ key }) => !without.includes(key))
      .map(({ key, name }) => (
        <option key={key} value={key}>
          {sayLabel(name)}
        </option>
      ));
  return (
    <>
      {own.length > 0 && (
        <optgroup label={say('parts.your-schools')}>
          {offered(own.map(({ id, name }) => ({ key: `own:${id}`, name })))}
        </optgroup>
      )}
      <optgroup label={say('parts.schools')}>{offered(SCHOOLS)}</optgroup>
      <optgroup label={say('parts.variants')}>{offered(VARIANTS)}</optgroup>
    </>
  );
};
