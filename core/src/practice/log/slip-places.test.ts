import { parsePracticeEvent, type PracticeEvent } from './practice-event.ts';
import { computeProgress } from './progress.ts';
import { findSlipPlaces } from './slip-places.ts';

const PLAN = { target: 80, stages: [{ key: 'tempo', name: 'Tempo', gate: 10, tempos: [60, 80] }] };

let ids = 0;
const miss = (slip?: PracticeEvent['slip'], more: Partial<PracticeEvent> = {}): PracticeEvent => ({
  id: `e${(ids += 1)}`,
  at: ids * 1000,
  kind: 'slipped',
  stage: 'tempo',
  tempo: 60,
  ...(slip ? { slip } : {}),
  ...more,
});
const placesOf = (...events: readonly PracticeEvent[]) =>
  findSlipPlaces(computeProgress(PLAN, events).slipPlaces, 'tempo');

test('places come with how often and why, the most frequent first', () => {
  const places = placesOf(
    miss({ reason: 'late', tick: 480, digit: 'm' }),
    miss({ reason: 'missing', tick: 960 }),
    miss({ reason: 'late', tick: 480 }),
    miss({ reason: 'marked', tick: 480 }),
    miss({ reason: 'interrupted' }),
    miss(),
  );
  expect(places).toEqual([
    {
      tick: 480,
      count: 3,
      share: 0.75,
      reasons: [
        { reason: 'late', count: 2 },
        { reason: 'marked', count: 1 },
      ],
    },
    { tick: 960, count: 1, share: 0.25, reasons: [{ reason: 'missing', count: 1 }] },
  ]);
});

test('what was taken back, and what belongs to another stage, counts for nothing here', () => {
  const first = miss({ reason: 'late', tick: 480 });
  const undone: PracticeEvent = { id: 'u', at: 1e9, kind: 'undone', of: first.id };
  expect(placesOf(first, undone, miss({ reason: 'late', tick: 0 }, { stage: 'thumb' }))).toEqual([]);
});

test('a log that names thousands of places is kept short', () => {
  const events = Array.from({ length: 2000 }, (_, tick) => miss({ reason: 'late', tick }));
  expect(placesOf(...events).length).toBeLessThanOrEqual(300);
});

test.each([
  [{ kind: 'slipped', stage: 'a', tempo: 60, slip: { reason: 'late', tick: 480, digit: 'm' } }, true],
  [{ kind: 'slipped', stage: 'a', tempo: 60, slip: { reason: 'interrupted' } }, true],
  [{ kind: 'clean', stage: 'a', tempo: 60, slip: { reason: 'late' } }, false],
  [{ kind: 'slipped', stage: 'a', tempo: 60, slip: { reason: 'tired' } }, false],
  [{ kind: 'slipped', stage: 'a', tempo: 60, slip: { reason: 'late', tick: -1 } }, false],
  [{ kind: 'slipped', stage: 'a', tempo: 60, slip: { reason: 'late', tick: 1e12 } }, false],
])('%j can be: %s', (fields, isGood) => expect(parsePracticeEvent({ id: 'a', at: 5, ...fields }).ok).toBe(isGood));
