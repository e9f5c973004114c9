import { TUNINGS, type Instrument, type Tuning } from '@fleet-wren/core';
import { useSettings } from '../../api/settings.ts';

const NONE: readonly Tuning[] = [];

/** The tunings there are: those that ship, the studio's own, and the one in use where it is neither. */
export const useTunings = ({ tuning, pitches }: Pick<Instrument, 'tuning' | 'pitches'>): readonly Tuning[] => {
  const { tunings = NONE } = useSettings();
  const all = [...TUNINGS, ...tunings.filter(({ key }) => !TUNINGS.some((one) => one.key === key))];
  return all.some(({ key }) => key === tuning) ? all : [...all, { key: tuning, name: tuning, pitches }];
};
