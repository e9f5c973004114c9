import type { PaperSettings } from '@fleet-wren/contract';
import { useMemo, useState } from 'react';
import { useUpdateSettings, useSettings } from '../api/settings.ts';
import { useShownAtOnce } from '../components/useShownAtOnce.ts';

/** How sheets are printed; remembered with the studio, but for whom they are. */
export interface PrintSettings extends Required<PaperSettings> {
  readonly student: string;
}

const USUAL: PrintSettings = {
  size: 'A4',
  across: false,
  print: 'usual',
  notes: true,
  threads: true,
  text: false,
  counts: true,
  hand: false,
  leftHanded: false,
  names: 'letters',
  student: '',
};

/** The paper sheets are printed on, and how it is changed. */
export const usePrintSettings = () => {
  const { paper: kept, leftHanded = false } = useSettings();
  const [student, setStudent] = useState('');
  const { mutate } = useUpdateSettings();
  const known = useMemo((): PrintSettings => ({ ...USUAL, leftHanded, ...kept }), [leftHanded, kept]);
  const [shown, show] = useShownAtOnce(known);
  const change = ({ student: name, ...part }: Partial<PrintSettings>): void => {
    if (name !== undefined) setStudent(name);
    if (Object.keys(part).length === 0) return;
    show({ ...shown, ...part });
    mutate((settings) => ({ ...settings, paper: { ...settings.paper, ...part } }));
  };
  return { paper: { ...shown, student }, change };
};
