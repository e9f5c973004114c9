import type { Student } from '@fleet-wren/contract';
import { say, sayMessage } from '@fleet-wren/wording';
import { DRILL_ORDERS, VARIATION_AXES, type DrillCell, type DrillOrder } from '@fleet-wren/core';
import { ArrowLeft } from 'lucide-react';
import { Button, Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { Say } from '../components/say/Say.tsx';

interface AxisChoiceProps {
  readonly label: string;
  readonly value: string;
  readonly taken: readonly string[];
  readonly optional?: boolean;
  readonly choose: (key: string) => void;
}

const AxisChoice = ({ label, value, taken, optional, choose }: AxisChoiceProps) => (
  <label className="axis-choice">
    {label}
    <Form.Select size="sm" value={value} onChange={({ target }) => choose(target.value)}>
      {optional && <option value="">{say('drills.none')}</option>}
      {VARIATION_AXES.filter(({ key }) => key === value || !taken.includes(key)).map(({ key, name }) => (
        <option key={key} value={key}>
          {sayMessage(name)}
        </option>
      ))}
    </Form.Select>
  </label>
);

interface HeadProps {
  readonly name: string;
  readonly title: string;
  readonly axes: readonly string[];
  readonly choose: (place: number) => (key: string) => void;
  readonly next: DrillCell | null | undefined;
  readonly begun: boolean;
  readonly open: (cell: DrillCell) => void;
  readonly student: Student | undefined;
  readonly students: readonly Student[];
  readonly chooseStudent: (id: string) => void;
  readonly order: DrillOrder;
  readonly chooseOrder: (order: DrillOrder) => void;
}

/** What the grid is of: its axes, its order, whom it is for, and the drill to learn next. */
export const DrillGridHead = ({
  name,
  title,
  axes,
  choose,
  next,
  begun,
  open,
  student,
  students,
  chooseStudent,
  order,
  chooseOrder,
}: HeadProps) => (
  <header>
    <Link to=".." relative="path" className="back-link">
      <ArrowLeft size={16} aria-hidden /> {name}
    </Link>
    <h1 aria-live="polite">{title}</h1>
    <div className="axes">
      <AxisChoice label={say('drills.rows')} value={axes[0] ?? ''} taken={axes} choose={choose(0)} />
      <AxisChoice label={say('drills.columns')} value={axes[1] ?? ''} taken={axes} choose={choose(1)} />
      <AxisChoice label={say('drills.tabs')} value={axes[2] ?? ''} taken={axes} optional choose={choose(2)} />
      <label className="axis-choice">
        {say('drills.order')}
        <Form.Select
          size="sm"
          value={order}
          onChange={({ target }) => chooseOrder(DRILL_ORDERS.find((one) => one === target.value) ?? 'difficulty')}
        >
          {DRILL_ORDERS.map((one) => (
            <option key={one} value={one}>
              {say('drills.order-by', { order: one })}
            </option>
          ))}
        </Form.Select>
      </label>
      {students.length > 0 && (
        <label className="axis-choice">
          {say('drills.student')}
          <Form.Select size="sm" value={student?.id ?? ''} onChange={({ target }) => chooseStudent(target.value)}>
            <option value="">{say('drills.any-student')}</option>
            {students.map(({ id, name: who }) => (
              <option key={id} value={id}>
                {who}
              </option>
            ))}
          </Form.Select>
        </label>
      )}
    </div>
    {next && (
      <p className="next-drill">
        <Say text="drills.next" values={{ name: sayMessage(next.name), begun: String(begun), order }} />{' '}
        <Button variant="cure" size="sm" onClick={() => open(next)}>
          {say('common.open')}
        </Button>
      </p>
    )}
  </header>
);
