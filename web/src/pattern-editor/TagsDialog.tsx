import { say } from '@fleet-wren/wording';
import { PATTERN_LIMITS, undefinedIfEmpty } from '@fleet-wren/core';
import { useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { Dialog } from '../components/dialog/Dialog.tsx';
import { useTags } from '../api/patterns.ts';
import { usePatternEditor, usePatternEditorStore } from '../workspace/pattern-editor-context.ts';

/** The words a pattern is found by. */
export const TagsDialog = ({ hide }: { readonly hide: () => void }) => {
  const { applyEdit } = usePatternEditorStore().getState();
  const tags = usePatternEditor((state) => state.document.tags) ?? [];
  const known = useTags().data ?? [];
  const [typed, setTyped] = useState('');
  const set = (next: readonly string[]): boolean => applyEdit({ kind: 'setTags', tags: undefinedIfEmpty(next) });
  const add = (tag: string): void => {
    if (tag !== '' && !tags.includes(tag) && set([...tags, tag])) setTyped('');
  };
  const offered = known.map(({ tag }) => tag).filter((tag) => !tags.includes(tag));
  return (
    <Dialog title={say('bench.tags-and-sets')} hide={hide}>
      <Modal.Body>
        <div className="tag-row">
          {tags.map((tag) => (
            <button
              key={tag}
              type="button"
              className="tag"
              onClick={() => set(tags.filter((one) => one !== tag))}
              aria-label={say('bench.remove-tag', { tag })}
            >
              {tag} ×
            </button>
          ))}
          {tags.length === 0 && <span className="text-soft">{say('bench.no-tags-yet-patterns-with-the')}</span>}
        </div>
        <form
          className="keep-version"
          onSubmit={(event) => {
            event.preventDefault();
            add(typed.trim());
          }}
        >
          <Form.Control
            aria-label={say('bench.new-tag')}
            placeholder={say('bench.new-tag')}
            maxLength={PATTERN_LIMITS.tag}
            value={typed}
            onChange={({ target }) => setTyped(target.value)}
          />
          <Button type="submit">{say('bench.add')}</Button>
        </form>
        {offered.length > 0 && (
          <div className="tag-row">
            {offered.slice(0, 20).map((tag) => (
              <button key={tag} type="button" className="tag tag-offered" onClick={() => add(tag)}>
                + {tag}
              </button>
            ))}
          </div>
        )}
      </Modal.Body>
    </Dialog>
  );
};
