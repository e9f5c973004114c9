import { say } from '@fleet-wren/wording';
import { ABLE_ADULT_HAND, ESTIMATE_KEYS, type HandProfile } from '@fleet-wren/core';
import { wordsOf } from '../../api/api-error.ts';
import { useCreateHandProfile } from '../../api/studio-settings.ts';
import { useToast } from '../toast/ToastProvider.tsx';

/** Keeps a hand as it was heard for a student: what is set from now on is made for it. */
export const useSaveMeasuredHand = ({ id, name }: { readonly id: string; readonly name: string }) => {
  const keep = useCreateHandProfile();
  const notice = useToast();
  const judgeBy = ({ scale, times }: HandProfile): void => {
    const own = Object.fromEntries(
      ESTIMATE_KEYS.filter((key) => times[key] !== ABLE_ADULT_HAND.times[key]).map((key) => [key, times[key]]),
    );
    keep.mutate(
      { name: say('shell.from-practice', { name }).slice(0, 80), studentId: id, scale, times: own },
      {
        onSuccess: () => notice({ text: say('shell.new-assignments-for-now-use-this', { name }) }),
        onError: (error) => notice({ text: wordsOf(error) }),
      },
    );
  };
  return { pending: keep.isPending, judgeBy };
};
