const KEY = 'window';

const lockName = (id: string): string => `fleet-wren-window/${id}`;

const newId = (): string => crypto.randomUUID().slice(0, 13);

/** Holds a lock for as long as the window lives; false where another window holds it already. */
const hold = (id: string): Promise<boolean> =>
  new Promise((resolve) => {
    void navigator.locks.request(lockName(id), { ifAvailable: true }, (lock) => {
      resolve(lock !== null);
      return lock ? new Promise<never>(() => undefined) : undefined;
    });
  });

const canLock = (): boolean => typeof navigator !== 'undefined' && 'locks' in navigator;

/** A window's name: it outlives a reload, and a second window made from this one gets another. */
const nameWindow = async (): Promise<string> => {
  const known = sessionStorage.getItem(KEY);
  const kept = known !== null && (!canLock() || (await hold(known))) ? known : newId();
  if (kept !== known && canLock()) await hold(kept);
  sessionStorage.setItem(KEY, kept);
  return kept;
};

let named: Promise<string> | undefined;

/** The name of this window. */
export const thisWindow = (): Promise<string> => (named ??= nameWindow());

/** Names of the windows that are open now, this one included; undefined where the browser does not tell. */
export const openWindows = async (): Promise<ReadonlySet<string> | undefined> => {
  if (!canLock()) return undefined;
  const { held = [] } = await navigator.locks.query();
  const prefix = lockName('');
  return new Set(held.flatMap(({ name }) => (name?.startsWith(prefix) ? [name.slice(prefix.length)] : [])));
};
