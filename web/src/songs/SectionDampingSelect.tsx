import { say } from '@fleet-wren/wording';
import { SECTION_DAMPINGS, type Section } from '@fleet-wren/core';
import { useSongStore } from './song-store.ts';

/** Whose notes the palm damps in a section. */
export const SectionDampingSelect = ({ section }: { readonly section: Section }) => {
  const store = useSongStore();
  const choose = (value: string): void => {
    const { document, applyEdit } = store.getState();
    const damping = SECTION_DAMPINGS.find((one) => one === value);
    const changed = document.sections.map((one) => {
      const { damping: _old, ...rest } = one;
      return one.id === section.id ? { ...rest, ...(damping && { damping }) } : one;
    });
    applyEdit({ kind: 'setSections', sections: changed });
  };
  return (
    <label className={section.damping ? 'section-setting section-setting-own' : 'section-setting'}>
      {say('songs.palm-mute')}
      <select
        aria-label={say('songs.palm-mute-in', { name: section.name })}
        title={say('songs.palm-mute-title')}
        value={section.damping ?? ''}
        onChange={({ target }) => choose(target.value)}
      >
        <option value="">{say('songs.palm-mute-none')}</option>
        {SECTION_DAMPINGS.map((who) => (
          <option key={who} value={who}>
            {say('songs.palm-mute-who', { who })}
          </option>
        ))}
      </select>
    </label>
  );
};
