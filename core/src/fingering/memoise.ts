/** Computes once what is asked for by key: events that look alike share their tables. */
export const getOrCreate = <K, T>(store: Map<K, T>, key: K, make: () => T): T => {
  const known = store.get(key);
  if (known !== undefined) return known;
  const made = make();
  store.set(key, made);
  return made;
};

/** The same by objects, let go of with them. */
export const getOrCreateWeak = <K extends object, T>(store: WeakMap<K, T>, key: K, make: () => T): T => {
  const known = store.get(key);
  if (known !== undefined) return known;
  const made = make();
  store.set(key, made);
  return made;
};
