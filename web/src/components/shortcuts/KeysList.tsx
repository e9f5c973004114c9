import { say } from '@fleet-wren/wording';
import { EDITOR_COMMANDS } from '../pattern-editor/editor-commands.ts';
import type { EditorCommand } from '../pattern-editor/editor-command.ts';
import { shownKey } from './key-press.ts';
import { PRACTICE_SHORTCUTS } from './practice-shortcuts.ts';
import type { Shortcut } from './shortcut.ts';
import { SONG_SHORTCUTS } from './song-shortcuts.ts';

type Group = EditorCommand['group'] | 'song' | 'practice';

/** Every shortcut of the application. */
const ALL_SHORTCUTS: readonly Shortcut<Group>[] = [
  ...EDITOR_COMMANDS,
  ...Object.values(SONG_SHORTCUTS),
  ...Object.values(PRACTICE_SHORTCUTS),
];

const GROUPS: Readonly<Record<Group, string>> = {
  move: say('bench.keys-move'),
  notes: say('common.notes-2'),
  select: say('bench.keys-select'),
  listen: say('bench.keys-listen'),
  pattern: say('bench.keys-pattern'),
  song: say('songs.keys'),
  practice: say('practice.keys'),
};

/** Shortcuts that a search finds, by what they do or by their keys; all of them where nothing is searched for. */
export const findShortcuts = (search: string): readonly Shortcut<Group>[] => {
  const wanted = search.trim().toLocaleLowerCase();
  const matches = (text: string): boolean => text.toLocaleLowerCase().includes(wanted);
  return ALL_SHORTCUTS.filter(({ keys, label }) => matches(label) || keys.some((key) => matches(shownKey(key))));
};

/** Shortcuts and their keys, by what they are about: those of the bench where nothing else is given. */
export const KeysList = ({ shortcuts = EDITOR_COMMANDS }: { readonly shortcuts?: readonly Shortcut<Group>[] }) => {
  const groups = (Object.keys(GROUPS) as Group[]).filter((group) =>
    shortcuts.some((shortcut) => shortcut.group === group),
  );
  return (
    <div className="keys">
      {groups.map((group) => (
        <section key={group}>
          <h3>{GROUPS[group]}</h3>
          <dl>
            {shortcuts
              .filter((shortcut) => shortcut.group === group)
              .map(({ keys, label }) => (
                <div key={label}>
                  <dt>
                    {keys.map((key) => (
                      <kbd key={key}>{shownKey(key)}</kbd>
                    ))}
                  </dt>
                  <dd>{label}</dd>
                </div>
              ))}
          </dl>
        </section>
      ))}
    </div>
  );
};
