import { Form } from 'react-bootstrap';

/** Whether a figure comes round again or ends: a cycle and a line are fingered otherwise. */
export const EndingField = ({
  cyclic,
  choose,
}: {
  readonly cyclic: boolean;
  readonly choose: (cyclic: boolean) => void;
}) => (
  <label>
    At its end it
    <Form.Select value={cyclic ? 'round' : 'line'} onChange={({ target }) => choose(target.value === 'round')}>
      <option value="round">goes round</option>
      <option value="line">ends</option>
    </Form.Select>
  </label>
);
