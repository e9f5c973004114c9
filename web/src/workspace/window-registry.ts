const WINDOW_ID_KEY = 'window';

const lockName = (id: string): string => `fleet-wren-window/${id}`;

const createWindowId = (): string => crypto.randomUUID().slice(0, 13);

/** Holds a lock for as long as the window lives; false where another window holds it already. */
const acquireWindowLock = (id: string): Promise<boolean> =>
  new Promise((resolve) => {
    void navigator.locks.request(lockName(id), { ifAvailable: true }, (lock) => {
      resolve(lock !== null);
      return lock ? new Promise<never>(() => undefined) : undefined;
    });
  });

const hasLockManager = (): boolean => typeof navigator !== 'undefined' && 'locks' in navigator;

/** A window's name: it outlives a reload, and a second window made from this one gets another. */
const assignWindowId = async (): Promise<string> => {
  const known = sessionStorage.getItem(WINDOW_ID_KEY);
  const kept = known !== null && (!hasLockManager() || (await acquireWindowLock(known))) ? known : createWindowId();
  if (kept !== known && hasLockManager()) await acquireWindowLock(kept);
  sessionStorage.setItem(WINDOW_ID_KEY, kept);
  return kept;
};

let windowId: Promise<string> | undefined;

/** The name of this window. */
export const getWindowId = (): Promise<string> => (windowId ??= assignWindowId());

/** Names of the windows that are open now, this one included; undefined where the browser does not tell. */
export const listOpenWindowIds = async (): Promise<ReadonlySet<string> | undefined> => {
  if (!hasLockManager()) return undefined;
  const { held = [] } = await navigator.locks.query();
  const prefix = lockName('');
  return new Set(held.flatMap(({ name }) => (name?.startsWith(prefix) ? [name.slice(prefix.length)] : [])));
};
