const DAY = 24 * 60 * 60 * 1000;
const MINUTE = 60_000;

/** Minutes that a place may lie east or west of UTC: UTC−12 to UTC+14. */
export const OFFSET_RANGE = { least: -12 * 60, most: 14 * 60 } as const;

/**
 * The day of a moment where the clocks show `offset` minutes more than UTC, in days since 1970. `at` is milliseconds
 * since 1970.
 * @example
 * localDay(Date.UTC(1970, 0, 1, 23, 30), 60) // => 1
 */
export const localDay = (at: number, offset = 0): number => Math.floor((at + offset * MINUTE) / DAY);

const formats = new Map<string, Intl.DateTimeFormat>();

const formatOf = (timeZone: string): Intl.DateTimeFormat | undefined => {
  try {
    const format =
      formats.get(timeZone) ??
      new Intl.DateTimeFormat('en-US', { timeZone, timeZoneName: 'longOffset', hour: 'numeric' });
    formats.set(timeZone, format);
    return format;
  } catch {
    return undefined;
  }
};

/**
 * Minutes by which the clocks of a time zone (a name of the IANA database) are ahead of UTC at a moment, summer time
 * included; undefined where there is no such zone. `at` is milliseconds since 1970.
 * @example
 * zoneOffset('Europe/Berlin', Date.UTC(2026, 6, 1)) // => 120
 */
export const zoneOffset = (timeZone: string, at: number): number | undefined => {
  const parts = formatOf(timeZone)?.formatToParts(at);
  if (!parts) return undefined;
  const name = parts.find(({ type }) => type === 'timeZoneName')?.value ?? '';
  const [, sign, hours, minutes = '0'] = /([+-])(\d{2}):?(\d{2})?/.exec(name) ?? [];
  if (sign === undefined) return 0;
  return (sign === '-' ? -1 : 1) * (Number(hours) * 60 + Number(minutes));
};
