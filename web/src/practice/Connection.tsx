import { sentence } from '@fleet-wren/core';
import type { Room, RoomState } from './room.ts';

const entries = (count: number): string => (count === 1 ? '1 entry' : `${count} entries`);

/** What the server would not take, by reason; it is told once, and let go of when it was read. */
const Refused = ({ room, refused }: { readonly room: Room; readonly refused: RoomState['refused'] }) => {
  const reasons = [...new Set(refused.flatMap(({ problems }) => problems.map(sentence)))];
  return (
    <div className="room-connection" role="alert">
      <span>
        {entries(refused.length)} could not be saved. {reasons.join(' ')}
      </span>
      <button type="button" onClick={() => void room.dismissRefused()}>
        OK
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
      {state.reached ? 'Syncing…' : `Offline: ${entries(state.waiting.length)} waiting to sync`}
    </p>
  );
};

/** The link has ended; what was practised and not sent stays on this device for the next one. */
export const Ended = ({ state }: { readonly state: RoomState }) => (
  <p className="room-message">
    {state.ended}
    {state.waiting.length > 0 && (
      <small>
        {entries(state.waiting.length)} of your practice {state.waiting.length === 1 ? 'is' : 'are'} kept on this device
        and will be sent when you open the new link here.
      </small>
    )}
  </p>
);
