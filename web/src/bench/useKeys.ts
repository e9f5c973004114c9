import { findStrokeAt, type Digit } from '@fleet-wren/core';
import { useEffect, useRef } from 'react';
import type { Judged } from '../parts/judged.ts';
import { runKey, type Reach } from './commands.ts';
import type { BenchState } from './store.ts';

/** The digit of the stroke the keyboard stands on. */
const digitHere = ({ document, cell }: BenchState, digits: Judged['judgement']['digits']): Digit | null =>
  digits[findStrokeAt(document, cell.at, cell.string)?.id ?? ''] ?? null;

/** Hears the bench's keys wherever the focus is, as long as no field has it. */
export const useKeys = (reach: Omit<Reach, 'digit'>, digits: Judged['judgement']['digits']): void => {
  const latest = useRef({ reach, digits });
  useEffect(() => {
    latest.current = { reach, digits };
  });
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      const now = latest.current;
      const digit = digitHere(now.reach.bench.getState(), now.digits);
      if (runKey(event, { ...now.reach, digit })) event.preventDefault();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
};
