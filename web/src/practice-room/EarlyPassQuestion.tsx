import { say } from '@fleet-wren/wording';
import type { EarlyPass } from './useEarlyPass.ts';

/** Asks whether a press that came too soon was a pass; the next one in time makes the question needless. */
export const EarlyPassQuestion = ({ early, accept, dismiss }: Pick<EarlyPass, 'early' | 'accept' | 'dismiss'>) =>
  early && (
    <div className="room-question" role="alert">
      <p>{say('practice.early', { gap: early.gap, pass: early.pass })}</p>
      <button type="button" onClick={accept}>
        {say('practice.count-it')}
      </button>
      <button type="button" onClick={dismiss}>
        {say('practice.dont-count-it')}
      </button>
    </div>
  );
