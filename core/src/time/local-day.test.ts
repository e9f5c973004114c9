import fc from 'fast-check';
import { OFFSET_RANGE, localDay, zoneOffset } from './local-day.ts';

/** Offsets of the IANA time zone database (release 2024a), winter and summer of 2026. */
test.each([
  ['UTC', 0, 0],
  ['Europe/London', 0, 60],
  ['Europe/Stockholm', 60, 120],
  ['America/New_York', -300, -240],
  ['America/St_Johns', -210, -150],
  ['Asia/Kolkata', 330, 330],
  ['Asia/Kathmandu', 345, 345],
  ['Pacific/Auckland', 780, 720],
  ['Pacific/Kiritimati', 840, 840],
  ['Pacific/Pago_Pago', -660, -660],
])('%s', (zone, january, july) => {
  expect([zoneOffset(zone, Date.UTC(2026, 0, 15)), zoneOffset(zone, Date.UTC(2026, 6, 15))]).toEqual([january, july]);
});

test('no such zone', () => {
  expect(zoneOffset('Ferry/Landing', 0)).toBeUndefined();
  expect(zoneOffset('', 0)).toBeUndefined();
});

test('ten at night in Auckland is another day than in New York, and neither need be the day of UTC', () => {
  const at = Date.UTC(2026, 0, 15, 9);
  const day = localDay(at);
  expect(localDay(at, zoneOffset('Pacific/Auckland', at))).toBe(day);
  expect(localDay(Date.UTC(2026, 0, 15, 12), zoneOffset('Pacific/Auckland', at))).toBe(day + 1);
  expect(localDay(Date.UTC(2026, 0, 15, 3), zoneOffset('America/New_York', at))).toBe(day - 1);
});

test('a day has 24 hours wherever it is, and begins at midnight there (law)', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 40_000 }),
      fc.integer({ min: OFFSET_RANGE.least, max: OFFSET_RANGE.most }),
      (day, offset) => {
        const midnight = day * 86_400_000 - offset * 60_000;
        expect([midnight - 1, midnight, midnight + 86_399_999].map((at) => localDay(at, offset))).toEqual([
          day - 1,
          day,
          day,
        ]);
      },
    ),
  );
});
