import type { HandProfile } from '@fleet-wren/core';
import { useHandProfiles } from '../../api/studio-settings.ts';
import { useSelectedHand } from './useSelectedHand.ts';

/** Finds the hand of a student: the latest that was measured, else the one this browser judges for. */
export const useStudentHands = (): ((studentId: string | null) => HandProfile) => {
  const { hand, hands } = useSelectedHand();
  const { data: profiles = [] } = useHandProfiles();
  return (studentId) => {
    const own = profiles.filter((kept) => kept.studentId === studentId).at(-1);
    return hands.find(({ key }) => key === `own:${own?.id}`) ?? hand;
  };
};

/** The hand of one student. */
export const useStudentHand = (studentId: string | null): HandProfile => useStudentHands()(studentId);
