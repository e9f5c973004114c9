import { createStore, del, get, keys, set } from 'idb-keyval';
import { dropHistories, sweepHistories, type Drawer, type Household } from './keeper.ts';
import { openWindows, thisWindow } from './windows.ts';

/** Milliseconds after which what waits for an idle moment is done all the same. */
const LATEST = 300;

const idle = (work: () => void): void => {
  if (typeof requestIdleCallback === 'function') requestIdleCallback(work, { timeout: LATEST });
  else setTimeout(work, LATEST / 3);
};

const indexedDrawer = (): Drawer => {
  const store = createStore('fleet-wren', 'kept');
  return {
    get: (key) => get(key, store),
    set: (key, value) => set(key, value, store),
    remove: (key) => del(key, store),
    keys: async () => (await keys(store)).map(String),
  };
};

let opened: Promise<Household> | undefined;

/** What this browser keeps, for this window. */
export const household = (): Promise<Household> => {
  opened ??= thisWindow().then((window) => {
    const found: Household = { drawer: indexedDrawer(), window, open: openWindows, idle };
    idle(() => void sweepHistories(found).catch(() => undefined));
    return found;
  });
  return opened;
};

/** Lets go of what could be undone in this browser. */
export const forgetHistories = async (): Promise<void> => dropHistories(await household());
