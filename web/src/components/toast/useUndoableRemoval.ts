import { say } from '@fleet-wren/wording';
import { bringBack, removeLater, useRemovals } from '../../workspace/removals.ts';
import { useToast } from './ToastProvider.tsx';

/**
 * Removes something in a while, with a notice that can bring it back; until then screens leave it out (`isRemoved`).
 */
export const useUndoableRemoval = (id: string) => {
  const notice = useToast();
  const isRemoved = useRemovals(({ waiting }) => waiting.has(id));
  const remove = (text: string, finish: () => void): void => {
    removeLater(id, finish);
    notice({ text, action: { label: say('common.undo'), run: () => bringBack(id) } });
  };
  return { isRemoved, remove };
};
