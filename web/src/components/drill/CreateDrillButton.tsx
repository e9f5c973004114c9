import { say, sayMessage } from '@fleet-wren/wording';
import { createStrokesDrill, withName, type HandProfile, type Pattern } from '@fleet-wren/core';
import { Button } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import { wordsOf } from '../../api/api-error.ts';
import { useCreatePatterns } from '../../api/patterns.ts';
import { useToast } from '../toast/ToastProvider.tsx';

interface AsDrillProps {
  readonly pattern: Pattern;
  readonly hand: HandProfile | undefined;
  /** Names of the strokes it is about. */
  readonly strokes: readonly string[];
}

/** Some strokes of a pattern, as a pattern of its own on the bench; nothing where it is about all of it. */
export const CreateDrillButton = ({ pattern, hand, strokes }: AsDrillProps) => {
  const keep = useCreatePatterns();
  const notice = useToast();
  const navigate = useNavigate();
  if (strokes.length === 0 || strokes.length === pattern.strokes.length) return null;
  const open = (): void => {
    const drill = createStrokesDrill(pattern, strokes, { hand });
    if (!drill) return;
    keep.mutate([withName(drill.pattern, sayMessage(drill.name))], {
      onError: (error) => notice({ text: wordsOf(error) }),
      onSuccess: ([kept]) => kept && void navigate(`/patterns/${kept.id}`),
    });
  };
  return (
    <Button
      size="sm"
      variant="cure"
      title={say('takes.open-only-these-notes-as-a')}
      disabled={keep.isPending}
      onClick={open}
    >
      {say('takes.open-as-drill')}
    </Button>
  );
};
