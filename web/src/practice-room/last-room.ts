const KEY = 'fleet-wren:last-practice-room';

/**
 * The link of a practice room: from the address, or the one that was opened last in this browser. An installed
 * practice room starts without an address of its own.
 */
export const findRoomToken = (hash: string, storage: Storage | undefined): string => {
  const token = hash.replace(/^#/, '');
  try {
    if (token !== '') storage?.setItem(KEY, token);
    return token === '' ? (storage?.getItem(KEY) ?? '') : token;
  } catch {
    // A browser that keeps nothing opens what its address says.
    return token;
  }
};
