import { ABLE_ADULT, HANDS, makeHand, type Hand } from '@fleet-wren/core';
import { useMemo } from 'react';
import { create } from 'zustand';
import { useEstimates, useKeptHands, type KeptHand, type StudioEstimates } from '../../api/set-up.ts';

const KEY = 'hand';

interface ChosenHand {
  readonly key: string;
  /** Whether somebody chose it. */
  readonly chosen: boolean;
  readonly choose: (key: string) => void;
}

/** Which hand this browser judges for. */
const useChosenHand = create<ChosenHand>((set) => ({
  key: localStorage.getItem(KEY) ?? ABLE_ADULT.key,
  chosen: localStorage.getItem(KEY) !== null,
  choose: (key) => {
    localStorage.setItem(KEY, key);
    set({ key, chosen: true });
  },
}));

const shipped = (estimates: StudioEstimates): readonly Hand[] =>
  HANDS.flatMap(({ key, name, scale }) => {
    const made = makeHand({ key, name, scale, times: estimates });
    return made.ok ? [made.value] : [];
  });

const kept = (hands: readonly KeptHand[], estimates: StudioEstimates): readonly Hand[] =>
  hands.flatMap(({ id, name, document }) => {
    const made = makeHand({
      key: `own:${id}`,
      name,
      scale: document.scale,
      times: { ...estimates, ...document.times },
    });
    return made.ok ? [made.value] : [];
  });

/** The hands there are, the one that is chosen, and how to choose another. */
export const useHand = (): {
  readonly hand: Hand;
  readonly hands: readonly Hand[];
  readonly chosen: boolean;
  readonly choose: (key: string) => void;
} => {
  const { key, chosen, choose } = useChosenHand();
  const estimates = useEstimates().data;
  const own = useKeptHands().data;
  const hands = useMemo(() => [...shipped(estimates ?? {}), ...kept(own ?? [], estimates ?? {})], [estimates, own]);
  const hand = hands.find((one) => one.key === key) ?? hands.find((one) => one.key === ABLE_ADULT.key) ?? ABLE_ADULT;
  return { hand, hands, chosen, choose };
};
