import { useState } from 'react';

/**
 * A value that is kept elsewhere, shown as it was changed in the very event that changes it: what keeps it tells of the
 * change a moment later, and until then a box would jump back. From the next word of its keeper on, that is what is
 * shown.
 */
export const useShownAtOnce = <T>(kept: T): readonly [shown: T, show: (value: T) => void] => {
  const [own, setOwn] = useState<{ readonly value: T; readonly instead: T } | null>(null);
  if (own && own.instead !== kept) setOwn(null);
  return [own && own.instead === kept ? own.value : kept, (value) => setOwn({ value, instead: kept })];
};
