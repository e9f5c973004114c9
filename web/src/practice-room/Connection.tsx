import { say, sayProblem } from '@fleet-wren/wording';

import type { PracticeRoomSync, PracticeRoomState } from './practice-room-store.ts';

/** What the server would not take, by reason; it is told once, and let go of when it was read. */
const Refused = ({
  room,
  refused,
}: {
  readonly room: PracticeRoomSync;
  readonly refused: PracticeRoomState['rejectedEvents'];
}) => {
  const reasons = [...new Set(refused.flatMap(({ problems }) => problems.map(sayProblem)))];
  return (
    <div className="room-connection" role="alert">
      <span>{say('practice.not-saved', { count: refused.length, why: reasons.join(' ') })}</span>
      <button type="button" onClick={() => void room.dismissRefused()}>
        {say('practice.ok')}
      </button>
    </div>
  );
};

/** Whether what happened has reached the server. */
export const Connection = ({ room, state }: { readonly room: PracticeRoomSync; readonly state: PracticeRoomState }) => {
  if (state.rejectedEvents.length > 0) return <Refused room={room} refused={state.rejectedEvents} />;
  if (state.waiting.length === 0) return null;
  return (
    <p className="room-connection" role="status">
      {state.isOnline ? say('practice.syncing') : say('practice.offline-waiting', { count: state.waiting.length })}
    </p>
  );
};

/** The link has ended; what was practised and not sent stays on this device for the next one. */
export const Ended = ({ state }: { readonly state: PracticeRoomState }) => (
  <p className="room-message">
    {state.accessError}
    {state.waiting.length > 0 && <small>{say('practice.kept-here', { count: state.waiting.length })}</small>}
  </p>
);
