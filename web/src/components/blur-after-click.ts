import type { MouseEvent } from 'react';

/** After a click with the mouse the keys belong to the screen again, not to the button: Space plays, Enter puts. */
export const letGo = ({ detail, target }: MouseEvent): void => {
  const button = target instanceof Element ? target.closest('button') : null;
  if (detail > 0 && button && !button.closest('.dropdown')) button.blur();
};
