import type { PaperSettings } from '@fleet-wren/contract';
import { useState } from 'react';
import { useUpdateSettings, useSettings } from '../api/settings.ts';

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
  const paper: PrintSettings = { ...USUAL, leftHanded, ...kept, student };
  const change = ({ student: name, ...part }: Partial<PrintSettings>): void => {
    if (name !== undefined) setStudent(name);
    if (Object.keys(part).length > 0) mutate((settings) => ({ ...settings, paper: { ...settings.paper, ...part } }));
  };
  return { paper, change };
};
