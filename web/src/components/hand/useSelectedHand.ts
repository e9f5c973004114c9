import type { HandProfileResponse, StudioEstimates } from '@fleet-wren/contract';
import { ABLE_ADULT_HAND, HAND_PRESETS, createHandProfile, type HandProfile } from '@fleet-wren/core';
import { useMemo } from 'react';
import { create } from 'zustand';
import { useStudioEstimates, useHandProfiles } from '../../api/studio-settings.ts';

const KEY = 'hand';

interface ChosenHand {
  readonly key: string;
  /** Whether somebody chose it. */
  readonly chosen: boolean;
  readonly choose: (key: string) => void;
}

/** Which hand this browser judges for. */
const useChosenHand = create<ChosenHand>((set) => ({
  key: localStorage.getItem(KEY) ?? ABLE_ADULT_HAND.key,
  chosen: localStorage.getItem(KEY) !== null,
  choose: (key) => {
    localStorage.setItem(KEY, key);
    set({ key, chosen: true });
  },
}));

const shipped = (estimates: StudioEstimates): readonly HandProfile[] =>
  HAND_PRESETS.flatMap(({ key, name, scale }) => {
    const made = createHandProfile({ key, name, scale, times: estimates });
    return made.ok ? [made.value] : [];
  });

const kept = (hands: readonly HandProfileResponse[], estimates: StudioEstimates): readonly HandProfile[] =>
  hands.flatMap(({ id, name, document }) => {
    const made = createHandProfile({
      key: `own:${id}`,
      name,
      scale: document.scale,
      times: { ...estimates, ...document.times },
    });
    return made.ok ? [made.value] : [];
  });

/** The hands there are, the one that is chosen, and how to choose another. */
export const useSelectedHand = (): {
  readonly hand: HandProfile;
  readonly hands: readonly HandProfile[];
  readonly chosen: boolean;
  readonly choose: (key: string) => void;
} => {
  const { key, chosen, choose } = useChosenHand();
  const estimates = useStudioEstimates().data;
  const own = useHandProfiles().data;
  const hands = useMemo(() => [...shipped(estimates ?? {}), ...kept(own ?? [], estimates ?? {})], [estimates, own]);
  const hand =
    hands.find((one) => one.key === key) ?? hands.find((one) => one.key === ABLE_ADULT_HAND.key) ?? ABLE_ADULT_HAND;
  return { hand, hands, chosen, choose };
};
