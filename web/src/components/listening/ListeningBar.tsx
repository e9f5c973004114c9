import { say } from '@fleet-wren/wording';
import '../../listening/listening.scss';
import type { LiveEvent } from '@fleet-wren/core';
import { Ear as EarIcon } from 'lucide-react';
import { useState } from 'react';
import type { Listener } from '../../listening/useListener.ts';
import { classifyPass, formatLiveEvent } from '../../listening/listening-text.ts';

interface StripProps {
  readonly ear: Listener;
  /** Beats a minute that are asked for. */
  readonly asked: number | null;
  /** Takes the last count by ear for the other one. */
  readonly correct: (to: 'clean' | 'slipped') => void;
  /** Whether what is heard can be recorded here. */
  readonly keeps?: boolean;
}

/** What is heard while it listens: how loud, what the last time through was, and the press that corrects it. */
export const ListeningBar = ({ ear, asked, correct, keeps }: StripProps) => {
  const [corrected, setCorrected] = useState<LiveEvent | null>(null);
  const counted = ear.last && classifyPass(ear.last, asked);
  const other = counted === 'clean' ? 'slipped' : 'clean';
  const isCorrected = ear.last !== null && corrected === ear.last;
  if (ear.trouble)
    return (
      <p className="ear-trouble" role="alert">
        {ear.trouble}
      </p>
    );
  if (!ear.on) return null;
  const heard = isCorrected ? say('listening.counted-as', { other }) : formatLiveEvent(ear.last, ear.check, asked);
  return (
    <div className={`ear ear-${counted ?? 'open'}`}>
      <span className="ear-level" aria-hidden="true">
        <i style={{ height: `${Math.round(100 * Math.min(1, Math.sqrt(ear.level)))}%` }} />
      </span>
      <span className="ear-words" role="status">
        {ear.gap ? say('listening.gap') : heard}
      </span>
      {counted && !isCorrected && (
        <button
          type="button"
          onClick={() => {
            setCorrected(ear.last);
            correct(other);
          }}
        >
          {other === 'slipped' ? say('listening.it-was-missed') : say('listening.it-was-clean')}
        </button>
      )}
      <small>{say('listening.stays-here', { keeps: String(keeps === true) })}</small>
    </div>
  );
};

/** Begins and ends listening. */
export const ListenButton = ({ ear }: Pick<StripProps, 'ear'>) => (
  <button type="button" aria-pressed={ear.on} onClick={ear.on ? ear.stop : ear.start}>
    <EarIcon size={16} aria-hidden /> {ear.on ? say('common.listening-more') : say('listening.listen')}
  </button>
);
