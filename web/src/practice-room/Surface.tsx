import { say } from '@fleet-wren/wording';
import { Say } from '../components/say/Say.tsx';
import type { CurrentStage } from './useCurrentStage.ts';

const Streak = ({ atHand }: { readonly atHand: CurrentStage }) => (
  <>
    <span className="room-streak">
      <Say text="practice.streak" values={{ streak: atHand.streak, gate: atHand.requiredStreak }} />
    </span>
    <span className="room-dots" aria-hidden="true">
      {Array.from({ length: atHand.requiredStreak }, (_, index) => (
        <i key={index} className={index < atHand.streak ? 'dot-clean' : undefined} />
      ))}
    </span>
  </>
);

/** The large surface to tap; how far the streak has come is also said to screen readers, the beat is not. */
export const Surface = ({
  atHand,
  beat,
  tap,
}: {
  readonly atHand: CurrentStage;
  readonly beat: number | null;
  readonly tap: () => void;
}) => (
  <>
    <button type="button" className="room-surface" onClick={tap}>
      {beat !== null && (
        <span className="room-beat" aria-hidden="true">
          {beat}
        </span>
      )}
      {atHand.requiredStreak === 0 ? (
        <span className="room-streak">{say('practice.done')}</span>
      ) : (
        <Streak atHand={atHand} />
      )}
      <small>{atHand.requiredStreak === 0 ? say('practice.tap-when-ready') : say('practice.tap-if-clean')}</small>
    </button>
    {atHand.requiredStreak > 0 && (
      <p className="visually-hidden" role="status">
        <Say text="practice.streak" values={{ streak: atHand.streak, gate: atHand.requiredStreak }} />
      </p>
    )}
  </>
);
