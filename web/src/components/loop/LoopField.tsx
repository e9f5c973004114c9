import { say } from '@fleet-wren/wording';
import { Form } from 'react-bootstrap';

/** Whether a figure comes round again or ends: a cycle and a line are fingered otherwise. */
export const LoopField = ({
  cyclic,
  choose,
}: {
  readonly cyclic: boolean;
  readonly choose: (cyclic: boolean) => void;
}) => (
  <label>
    {say('common.loop')}
    <Form.Select value={cyclic ? 'round' : 'line'} onChange={({ target }) => choose(target.value === 'round')}>
      <option value="round">{say('common.loops')}</option>
      <option value="line">{say('common.plays-once')}</option>
    </Form.Select>
  </label>
);
