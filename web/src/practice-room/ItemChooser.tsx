import { say } from '@fleet-wren/wording';
import type { PracticeRoomItem } from './practice-room-store.ts';

/** Which of the things that are assigned is practised now. */
export const ItemChooser = ({
  items,
  shown,
  choose,
}: {
  readonly items: readonly PracticeRoomItem[];
  readonly shown: PracticeRoomItem;
  readonly choose: (id: string) => void;
}) => (
  <select
    className="room-chooser"
    aria-label={say('practice.choose-what-to-practise')}
    value={shown.id}
    onChange={({ target }) => choose(target.value)}
  >
    {items.map(({ id, name, standing }) => (
      <option key={id} value={id}>
        {say('practice.of-stages', { name, passed: standing.passed, of: standing.of })}
      </option>
    ))}
  </select>
);
