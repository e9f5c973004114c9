import { createStore, del, get, keys, set } from 'idb-keyval';
import { dropHistories, deleteOrphanedHistories, type KeyValueStore, type BrowserStorage } from './draft-store.ts';
import { listOpenWindowIds, getWindowId } from './window-registry.ts';

/** Milliseconds after which what waits for an idle moment is done all the same. */
const MAX_IDLE_DELAY = 300;

const runWhenIdle = (work: () => void): void => {
  if (typeof requestIdleCallback === 'function') requestIdleCallback(work, { timeout: MAX_IDLE_DELAY });
  else setTimeout(work, MAX_IDLE_DELAY / 3);
};

const createIndexedDbStore = (): KeyValueStore => {
  const store = createStore('fleet-wren', 'kept');
  return {
    get: (key) => get(key, store),
    set: (key, value) => set(key, value, store),
    remove: (key) => del(key, store),
    keys: async () => (await keys(store)).map(String),
  };
};

let browserStorage: Promise<BrowserStorage> | undefined;

/** What this browser keeps, for this window. */
export const openBrowserStorage = (): Promise<BrowserStorage> => {
  browserStorage ??= getWindowId().then((window) => {
    const found: BrowserStorage = {
      store: createIndexedDbStore(),
      windowId: window,
      listOpenWindowIds,
      runWhenIdle,
    };
    runWhenIdle(() => void deleteOrphanedHistories(found).catch(() => undefined));
    return found;
  });
  return browserStorage;
};

/** Lets go of what could be undone in this browser. */
export const forgetHistories = async (): Promise<void> => dropHistories(await openBrowserStorage());
