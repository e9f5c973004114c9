import { say, sayLabel } from '@fleet-wren/wording';
import { SCHOOL_GUIDES, createPattern } from '@fleet-wren/core';
import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { useCreatePattern, usePatternList } from '../../api/patterns.ts';
import { useSongList } from '../../api/songs.ts';
import { useStudents } from '../../api/students.ts';
import { shownKey } from '../shortcuts/key-press.ts';
import { listShortcutsHere } from '../shortcuts/shortcut-manager.ts';
import { listOffers } from './offers.ts';
import type { PaletteItem } from './palette-items.ts';

const PLACES: readonly (readonly [path: string, label: string])[] = [
  ['/today', say('common.today')],
  ['/patterns', say('common.patterns')],
  ['/songs', say('common.songs')],
  ['/students', say('common.students')],
  ['/skills', say('course.studio')],
  ['/patterns/library', say('common.pattern-library')],
  ['/patterns/generate', say('patterns.generate')],
  ['/patterns/import', say('common.import')],
  ['/chord-diagrams', say('palette.chord-diagrams')],
  ['/harmonics', say('common.harmonics')],
  ['/schools', say('schools.title')],
  ['/settings/hands', say('settings.hand-profiles')],
  ['/settings/display', say('settings.display')],
  ['/settings/backup', say('settings.backup')],
  ['/settings/account', say('settings.account')],
  ['/help', say('help.title')],
];

interface Named {
  readonly id: string;
  readonly name: string;
}

/** All that can be gone to or done from where one is; documents that answer what is typed come from the server. */
export const usePaletteItems = (typed: string): readonly PaletteItem[] => {
  const navigate = useNavigate();
  const create = useCreatePattern();
  const patterns = usePatternList({ search: typed }).data;
  const songs = useSongList(typed).data;
  const students = useStudents().data;
  // What can be done here does not change while the palette lies over it.
  const here = useMemo(
    () => [
      ...listShortcutsHere().map(({ label, keys, run }): PaletteItem => ({
        key: `here ${label}`,
        label,
        group: 'here',
        aside: shownKey(keys[0] ?? ''),
        run,
      })),
      ...listOffers().map(({ label, run }): PaletteItem => ({ key: `offer ${label}`, label, group: 'here', run })),
    ],
    [],
  );
  const go = (path: string) => (): void => void navigate(path);
  const documents = (group: 'pattern' | 'song' | 'student', path: string, all: readonly Named[] = []) =>
    all.map(({ id, name }): PaletteItem => ({ key: `${group} ${id}`, label: name, group, run: go(`${path}/${id}`) }));
  const makePattern = (): void =>
    create.mutate(createPattern(say('patterns.new-pattern')), {
      onSuccess: ({ id }) => void navigate(`/patterns/${id}`),
    });
  return [
    ...here,
    { key: 'new pattern', label: say('patterns.new-pattern'), group: 'place', run: makePattern },
    ...PLACES.map(([path, label]): PaletteItem => ({ key: path, label, group: 'place', run: go(path) })),
    ...SCHOOL_GUIDES.map(({ school }): PaletteItem => ({
      key: `school ${school.key}`,
      label: say('palette.school', { school: sayLabel(school.name) }),
      group: 'place',
      run: go(`/schools/${school.key}`),
    })),
    ...documents(
      'pattern',
      '/patterns',
      patterns?.pages.flatMap((page) => page.patterns),
    ),
    ...documents(
      'song',
      '/songs',
      songs?.pages.flatMap((page) => page.songs),
    ),
    ...documents('student', '/students', students),
  ];
};
