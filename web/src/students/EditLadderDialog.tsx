import type { Assignment } from '@fleet-wren/contract';
import { say, sayProblems } from '@fleet-wren/wording';
import type { LadderPlan } from '@fleet-wren/core';
import { useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { Dialog } from '../components/dialog/Dialog.tsx';
import { wordsOf } from '../api/api-error.ts';
import { useUpdateAssignment } from '../api/practice.ts';
import { useLadder } from '../workers/useLadder.ts';
import { LadderEditor } from './LadderEditor.tsx';

/** Arranges the stages of something that is set already: what was practised counts by the new order. */
export const EditLadderDialog = ({ item, hide }: { readonly item: Assignment; readonly hide: () => void }) => {
  const { pattern, target, way, plan: kept } = item;
  const { value, errorText } = useLadder({ pattern, target, way, hand: kept.hand });
  const [plan, setPlan] = useState<LadderPlan>(kept);
  const change = useUpdateAssignment();
  const refused = value && !value.ok ? sayProblems(value.problems) : errorText;
  return (
    <Dialog title={say('students.stages-of', { name: item.name })} size="lg" hide={hide}>
      <Modal.Body>
        {refused && (
          <p className="finding finding-trouble" role="alert">
            {refused}
          </p>
        )}
        {value?.ok && <LadderEditor ladder={value.value} plan={plan} change={setPlan} />}
        {change.isError && <p role="alert">{wordsOf(change.error)}</p>}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="plain" onClick={hide}>
          {say('common.cancel')}
        </Button>
        <Button
          disabled={!value?.ok || plan === kept || change.isPending}
          onClick={() => change.mutate({ id: item.id, version: item.version, plan }, { onSuccess: hide })}
        >
          {say('students.save')}
        </Button>
      </Modal.Footer>
    </Dialog>
  );
};
