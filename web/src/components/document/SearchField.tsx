import { say } from '@fleet-wren/wording';
import { Form } from 'react-bootstrap';

interface SearchFieldProps {
  readonly label: string;
  readonly typed: string;
  readonly type: (text: string) => void;
}

/** Where the name or tag of a pattern or song is typed that is to be chosen. */
export const SearchField = ({ label, typed, type }: SearchFieldProps) => (
  <Form.Control
    autoFocus
    type="search"
    aria-label={label}
    placeholder={say('common.search-by-name-or-tag')}
    value={typed}
    onChange={({ target }) => type(target.value)}
  />
);
