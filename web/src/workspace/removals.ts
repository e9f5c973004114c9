import { create } from 'zustand';

/** Milliseconds in which what was removed can be brought back: a little longer than its notice stays. */
const GRACE = 10_000;

interface Removal {
  readonly finish: () => void;
  readonly timer: ReturnType<typeof setTimeout>;
}

/** What was removed and can still be brought back, by its id; screens leave it out. */
export const useRemovals = create<{ readonly waiting: ReadonlyMap<string, Removal> }>(() => ({ waiting: new Map() }));

const taken = (id: string): Removal | undefined => {
  const { waiting } = useRemovals.getState();
  const removal = waiting.get(id);
  if (!removal) return undefined;
  clearTimeout(removal.timer);
  const left = new Map(waiting);
  left.delete(id);
  useRemovals.setState({ waiting: left });
  return removal;
};

/** Brings back what was removed, if it still can be. */
export const bringBack = (id: string): void => void taken(id);

/** Removes something in a while: `finish` does it for good. */
export const removeLater = (id: string, finish: () => void): void => {
  bringBack(id);
  const timer = setTimeout(() => taken(id)?.finish(), GRACE);
  useRemovals.setState(({ waiting }) => ({ waiting: new Map(waiting).set(id, { finish, timer }) }));
};

/** Removes for good, at once, all that waits: the page is left. */
export const finishRemovals = (): void => {
  for (const id of useRemovals.getState().waiting.keys()) taken(id)?.finish();
};
