import { say, sayProblem } from '@fleet-wren/wording';

import type { Room, RoomState } from './room.ts';

/** What the server would not take, by reason; it is told once, and let go of when it was read. */
const Refused = ({ room, refused }: { readonly room: Room; readonly refused: RoomState['refused'] }) => {
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
export const Connection = ({ room, state }: { readonly room: Room; readonly state: RoomState }) => {
  if (state.refused.length > 0) return <Refused room={room} refused={state.refused} />;
  if (state.waiting.length === 0) return null;
  return (
    <p className="room-connection" role="status">
      {state.reached ? say('practice.syncing') : say('practice.offline-waiting', { count: state.waiting.length })}
    </p>
  );
};

/** The link has ended; what was practised and not sent stays on this device for the next one. */
export const Ended = ({ state }: { readonly state: RoomState }) => (
  <p className="room-message">
    {state.ended}
    {state.waiting.length > 0 && <small>{say('practice.kept-here', { count: state.waiting.length })}</small>}
  </p>
);
