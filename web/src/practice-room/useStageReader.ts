import { say, sayLabel } from '@fleet-wren/wording';
import { useEffect } from 'react';
import type { CurrentStage } from './useCurrentStage.ts';

/** Whether this browser can read aloud. */
export const canReadAloud = (): boolean => 'speechSynthesis' in window;

/** Whether this device can be felt. */
export const canVibrate = (): boolean => 'vibrate' in navigator;

/** Milliseconds a beat is felt: the first of a bar longer. */
const PULSE = { first: 35, other: 15 } as const;

/** The stage as it is read aloud. */
const stageText = ({ name, remark }: Pick<CurrentStage, 'name' | 'remark'>, tempo: number | null): string =>
  [sayLabel(name), tempo === null ? '' : say('practice.read-tempo', { tempo }), sayLabel(remark)]
    .filter((part) => part !== '')
    .join('. ');

/** Reads each new stage or tempo aloud, as long as it is wanted. */
export const useStageReader = ({ name, remark, tempo }: CurrentStage, on: boolean): void => {
  const text = stageText({ name, remark }, tempo);
  useEffect(() => {
    if (!on || !canReadAloud()) return;
    const utterance = new SpeechSynthesisUtterance(text);
    utterance.lang = document.documentElement.lang || 'en';
    window.speechSynthesis.cancel();
    window.speechSynthesis.speak(utterance);
    return () => window.speechSynthesis.cancel();
  }, [text, on]);
};

/** Lets each beat be felt, as long as it is wanted. */
export const useBeatPulse = (beat: number | null, on: boolean): void => {
  useEffect(() => {
    if (on && beat !== null && canVibrate()) navigator.vibrate(beat === 1 ? PULSE.first : PULSE.other);
  }, [beat, on]);
};
