import { zoneOffset } from '@fleet-wren/core';

/** The name of this device's time zone. */
export const deviceTimeZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone;

/** When something happens: now, and how far the clocks of this device are ahead of UTC. */
export const eventTime = (): { readonly at: number; readonly offset: number } => {
  const at = Date.now();
  return { at, offset: zoneOffset(deviceTimeZone(), at) ?? 0 };
};
