import { say } from '@fleet-wren/wording';
import type { ReactNode } from 'react';
import { SettledInput } from './SettledInput.tsx';

interface TempoFieldProps {
  readonly tempo: number;
  readonly setTempo: (tempo: number) => void;
  /** What stands behind the figure. */
  readonly children: ReactNode;
}

/** The tempo of a document, in beats a minute. */
export const TempoField = ({ tempo, setTempo, children }: TempoFieldProps) => (
  <label className="tempo">
    <SettledInput
      inputMode="numeric"
      aria-label={say('common.tempo-bpm')}
      value={String(tempo)}
      filter={(typed) => typed.replace(/[^\d.]/g, '')}
      settle={(typed) => setTempo(Number(typed))}
    />{' '}
    {children}
  </label>
);
