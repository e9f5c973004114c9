import { say } from '@fleet-wren/wording';
import { MoreHorizontal } from 'lucide-react';
import { Dropdown } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import { wordsOf } from '../../api/api-error.ts';
import { useToast } from '../toast/ToastProvider.tsx';

interface Mutation<T> {
  readonly mutateAsync: (id: string) => Promise<T>;
}

interface DocumentRowMenuProps {
  readonly line: { readonly id: string; readonly name: string };
  readonly label: string;
  /** Where documents of this kind are found: `/patterns`. */
  readonly place: string;
  readonly duplicate: Mutation<{ readonly id: string }>;
  readonly remove: Mutation<void>;
  readonly restore: Mutation<void>;
}

/** What can be done with a document in a list: one deleted comes back for as long as the notice stands. */
export const DocumentRowMenu = ({ line, label, place, duplicate, remove, restore }: DocumentRowMenuProps) => {
  const notice = useToast();
  const navigate = useNavigate();
  const refuse = (error: unknown): void => notice({ text: wordsOf(error) });
  const copy = (): void => void duplicate.mutateAsync(line.id).then(({ id }) => navigate(`${place}/${id}`), refuse);
  const undo = { label: say('common.undo'), run: () => void restore.mutateAsync(line.id).catch(refuse) };
  // The row is gone when the list comes again: what follows must not hang on it.
  const drop = (): void =>
    void remove
      .mutateAsync(line.id)
      .then(() => notice({ text: say('common.deleted-named', { name: line.name }), action: undo }), refuse);
  return (
    <Dropdown align="end">
      <Dropdown.Toggle variant="plain" size="sm" aria-label={label}>
        <MoreHorizontal size={18} aria-hidden />
      </Dropdown.Toggle>
      <Dropdown.Menu>
        <Dropdown.Item onClick={copy}>{say('common.duplicate')}</Dropdown.Item>
        <Dropdown.Item onClick={drop}>{say('common.delete')}</Dropdown.Item>
      </Dropdown.Menu>
    </Dropdown>
  );
};
