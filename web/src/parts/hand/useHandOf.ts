import type { HandProfile } from '@fleet-wren/core';
import { useHandProfiles } from '../../api/studio-settings.ts';
import { useHand } from './useHand.ts';

/** The hand of a student: the latest that was measured, else the one this browser judges for. */
export const useHandOf = (studentId: string | null): HandProfile => {
  const { hand, hands } = useHand();
  const own = useHandProfiles()
    .data?.filter((kept) => kept.studentId === studentId)
    .at(-1);
  return hands.find(({ key }) => key === `own:${own?.id}`) ?? hand;
};
