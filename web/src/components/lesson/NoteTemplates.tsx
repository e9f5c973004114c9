import './lesson.scss';
import { say } from '@fleet-wren/wording';
import { X } from 'lucide-react';
import { Dropdown } from 'react-bootstrap';
import { useSettings, useUpdateSettings } from '../../api/settings.ts';
import { useToast } from '../toast/ToastProvider.tsx';

/** Templates a studio keeps. */
const MOST = 20;

/** Notes a teacher begins with again and again: chosen, kept, and thrown away. */
export const NoteTemplates = ({ note, take }: { readonly note: string; readonly take: (note: string) => void }) => {
  const { noteTemplates: templates = [] } = useSettings();
  const { mutate } = useUpdateSettings();
  const notice = useToast();
  // On what is kept then: another window may have changed it.
  const change = (edit: (kept: readonly string[]) => readonly string[]): void =>
    mutate((settings) => ({ ...settings, noteTemplates: edit(settings.noteTemplates ?? []) }));
  const add = (template: string): void => change((kept) => [...kept.filter((one) => one !== template), template]);
  const text = note.trim();
  const canKeep = text !== '' && !templates.includes(text) && templates.length < MOST;
  const remove = (template: string): void => {
    change((kept) => kept.filter((one) => one !== template));
    notice({ text: say('lessons.template-removed'), action: { label: say('common.undo'), run: () => add(template) } });
  };
  return (
    <Dropdown as="span" autoClose="outside">
      <Dropdown.Toggle size="sm" variant="plain">
        {say('lessons.templates')}
      </Dropdown.Toggle>
      <Dropdown.Menu className="note-templates">
        {templates.map((template) => (
          <div key={template} className="note-template">
            <Dropdown.Item onClick={() => take(text === '' ? template : `${text} ${template}`)}>
              {template}
            </Dropdown.Item>
            <button
              type="button"
              aria-label={say('lessons.template-remove', { template })}
              onClick={() => remove(template)}
            >
              <X size={14} aria-hidden />
            </button>
          </div>
        ))}
        {templates.length === 0 && (
          <Dropdown.ItemText className="text-soft">{say('lessons.templates-none')}</Dropdown.ItemText>
        )}
        <Dropdown.Divider />
        <Dropdown.Item as="button" type="button" disabled={!canKeep} onClick={() => add(text)}>
          {say('lessons.template-keep')}
        </Dropdown.Item>
      </Dropdown.Menu>
    </Dropdown>
  );
};
