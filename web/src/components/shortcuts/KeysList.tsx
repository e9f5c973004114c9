import { say } from '@fleet-wren/wording';
import { EDITOR_COMMANDS, type EditorCommand } from '../pattern-editor/editor-commands.ts';
import { shownKey } from './key-press.ts';

const GROUPS: Readonly<Record<EditorCommand['group'], string>> = {
  move: say('bench.keys-move'),
  notes: say('common.notes-2'),
  select: say('bench.keys-select'),
  listen: say('bench.keys-listen'),
  pattern: say('bench.keys-pattern'),
};

/** Commands that a search finds, by what they do or by their keys; all of them where nothing is searched for. */
export const commandsFound = (search: string): readonly EditorCommand[] => {
  const wanted = search.trim().toLocaleLowerCase();
  const matches = (text: string): boolean => text.toLocaleLowerCase().includes(wanted);
  return EDITOR_COMMANDS.filter(({ keys, label }) => matches(label) || keys.some((key) => matches(shownKey(key))));
};

/** The commands of the bench and their keys, by what they are about. */
export const KeysList = ({ commands = EDITOR_COMMANDS }: { readonly commands?: readonly EditorCommand[] }) => {
  const groups = (Object.keys(GROUPS) as EditorCommand['group'][]).filter((group) =>
    commands.some((command) => command.group === group),
  );
  return (
    <div className="keys">
      {groups.map((group) => (
        <section key={group}>
          <h3>{GROUPS[group]}</h3>
          <dl>
            {commands
              .filter((command) => command.group === group)
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
