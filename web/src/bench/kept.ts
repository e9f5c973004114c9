/** What a store of the browser holds under a key; nothing where it holds nothing, or not what was written whole. */
export const readKept = <T>(store: Storage, key: string): T | undefined => {
  try {
    return (JSON.parse(store.getItem(key) ?? 'null') as T | null) ?? undefined;
  } catch {
    return undefined;
  }
};
