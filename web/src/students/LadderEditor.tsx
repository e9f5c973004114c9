import { say, sayLabel, sayMessage } from '@fleet-wren/wording';
import {
  LADDER_PLAN_LIMITS,
  TEMPO_RANGE,
  addCustomStage,
  updateStage,
  checkPlan,
  removeStage,
  moveStage,
  listRemovedStages,
  restoreStage,
  type PracticeLadder,
  type LadderPlan,
  type PlannedStage,
} from '@fleet-wren/core';
import { ChevronDown, ChevronUp, Plus, X } from 'lucide-react';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';

interface ArrangeProps {
  readonly ladder: PracticeLadder;
  readonly plan: LadderPlan;
  readonly change: (plan: LadderPlan) => void;
}

interface RungProps extends ArrangeProps {
  readonly stage: PlannedStage;
  readonly index: number;
}

interface NumberFieldProps {
  readonly label: string;
  readonly shown: string;
  readonly placeholder?: string;
  readonly digits: number;
  readonly range: { readonly least: number; readonly most: number };
  /** Takes what was typed; null where the field was emptied. */
  readonly take: (value: number | null) => void;
}

/** A whole number of a stage, taken when the field is left; emptied, what the ladder asks for comes back. */
const NumberField = ({ label, shown, placeholder, digits, range, take }: NumberFieldProps) => {
  const [typed, setTyped] = useState<string | null>(null);
  const leave = (): void => {
    const value = Number(typed);
    if (typed === '') take(null);
    else if (typed !== null && value >= range.least && value <= range.most) take(value);
    setTyped(null);
  };
  return (
    <Form.Control
      size="sm"
      className="arrange-tempo"
      inputMode="numeric"
      maxLength={digits}
      aria-label={label}
      placeholder={placeholder}
      value={typed ?? shown}
      onChange={({ target }) => setTyped(target.value.replace(/\D/g, ''))}
      onBlur={leave}
    />
  );
};

/** The tempo of a stage: one that is typed is the only one; emptied, the steps of the ladder come back. */
const TempoField = ({ ladder, plan, change, stage }: RungProps) => {
  const made = ladder.stages.find(({ key }) => key === stage.key)?.tempos ?? stage.tempos;
  const { tempos } = stage;
  return (
    <NumberField
      label={say('students.tempo-of-bpm', { name: sayLabel(stage.name) })}
      shown={tempos.length === 1 ? String(tempos[0]) : ''}
      placeholder={tempos.length > 1 ? `${tempos[0]}–${tempos.at(-1)}` : undefined}
      digits={3}
      range={TEMPO_RANGE}
      take={(tempo) => change(updateStage(plan, stage.key, { tempos: tempo === null ? made : [tempo] }))}
    />
  );
};

/** Clean passes in a row that pass a stage: what is typed; emptied, what the ladder asks for. */
const GateField = ({ ladder, plan, change, stage }: RungProps) => {
  const made = ladder.stages.find(({ key }) => key === stage.key)?.gate ?? stage.gate;
  return (
    <NumberField
      label={say('students.gate-of', { name: sayLabel(stage.name) })}
      shown={String(stage.gate)}
      digits={2}
      range={{ least: 1, most: LADDER_PLAN_LIMITS.gate }}
      take={(gate) => change(updateStage(plan, stage.key, { gate: gate ?? made }))}
    />
  );
};

const Remark = ({ ladder, plan, change, stage }: RungProps) => {
  const made = ladder.stages.find(({ key }) => key === stage.key)?.remark;
  const [typed, setTyped] = useState(stage.remark ?? '');
  return (
    <Form.Control
      size="sm"
      aria-label={say('students.comment-on', { name: sayLabel(stage.name) })}
      placeholder={sayLabel(made ?? say('students.comment-shown-on-the-sheet-and'))}
      maxLength={LADDER_PLAN_LIMITS.remark}
      value={typed}
      onChange={({ target }) => setTyped(target.value)}
      onBlur={() => change(updateStage(plan, stage.key, { remark: typed.trim() || undefined }))}
    />
  );
};

const Rung = (props: RungProps) => {
  const { plan, change, stage, index } = props;
  const to = (place: number): void => change(moveStage(plan, stage.key, place));
  return (
    <li className="arrange-rung">
      <span className="arrange-name">{sayLabel(stage.name)}</span>
      {stage.tempos.length > 0 ? <TempoField {...props} /> : <span />}
      {stage.gate > 0 ? <GateField {...props} /> : <span />}
      <Remark {...props} />
      <span className="arrange-tools">
        <button
          type="button"
          aria-label={say('students.move-up', { name: sayLabel(stage.name) })}
          disabled={index === 0}
          onClick={() => to(index - 1)}
        >
          <ChevronUp size={15} aria-hidden />
        </button>
        <button
          type="button"
          aria-label={say('students.move-down', { name: sayLabel(stage.name) })}
          disabled={index === plan.stages.length - 1}
          onClick={() => to(index + 1)}
        >
          <ChevronDown size={15} aria-hidden />
        </button>
        <button
          type="button"
          aria-label={say('students.remove', { name: sayLabel(stage.name) })}
          disabled={plan.stages.length === 1}
          onClick={() => change(removeStage(plan, stage.key))}
        >
          <X size={15} aria-hidden />
        </button>
      </span>
    </li>
  );
};

/** Stages that were left out, to be taken up again, and one of the teacher's own. */
const More = ({ ladder, plan, change }: ArrangeProps) => {
  const [name, setName] = useState('');
  const full = plan.stages.length >= LADDER_PLAN_LIMITS.stages;
  const add = (): void => {
    change(addCustomStage(plan, { name: name.trim(), tempo: plan.target }));
    setName('');
  };
  return (
    <div className="arrange-more">
      {listRemovedStages(ladder, plan).map(({ key, name: left }) => (
        <Button
          key={key}
          size="sm"
          variant="plain"
          disabled={full}
          onClick={() => change(restoreStage(ladder, plan, key))}
        >
          <Plus size={14} aria-hidden /> {sayLabel(left)}
        </Button>
      ))}
      <span className="arrange-own">
        <Form.Control
          size="sm"
          aria-label={say('students.new-stage')}
          placeholder={say('students.new-stage')}
          maxLength={LADDER_PLAN_LIMITS.name}
          value={name}
          onChange={({ target }) => setName(target.value)}
        />
        <Button size="sm" variant="quiet" disabled={name.trim() === '' || full} onClick={add}>
          {say('students.add-stage')}
        </Button>
      </span>
    </div>
  );
};

/** The stages of a ladder as the teacher arranges them: order, tempos and remarks, and what follows from it. */
export const LadderEditor = ({ ladder, plan, change }: ArrangeProps) => {
  const consequences = checkPlan(ladder, plan);
  return (
    <div className="arrange">
      <div className="arrange-heads text-soft" aria-hidden="true">
        <span>{say('students.stage')}</span>
        <span>{say('students.tempo')}</span>
        <span>{say('students.gate')}</span>
        <span>{say('students.comment')}</span>
      </div>
      <ol aria-label={say('students.stages-in-order')}>
        {plan.stages.map((stage, index) => (
          <Rung key={stage.key} {...{ ladder, plan, change, stage, index }} />
        ))}
      </ol>
      <More {...{ ladder, plan, change }} />
      {consequences.length > 0 && (
        <div className="finding finding-notable" role="status" aria-label={say('students.effects-of-this-change')}>
          {consequences.map((sentence) => (
            <p key={sayMessage(sentence)}>{sayMessage(sentence)}</p>
          ))}
        </div>
      )}
    </div>
  );
};
