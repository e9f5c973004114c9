import {
  normaliseEvents,
  computeProgress,
  createSeededRandom,
  type LadderPlan,
  type PracticeEvent,
} from '@fleet-wren/core';
import fc from 'fast-check';
import { replayLog, type ReplayResult, type KeptSnapshot } from '../src/practice/replay-log.ts';

const PLAN: LadderPlan = {
  target: 80,
  stages: [
    { key: 'position', name: 'Position', gate: 0, tempos: [] },
    { key: 'thumb', name: 'Thumb', gate: 3, tempos: [50] },
    { key: 'tempo', name: 'Up to tempo', gate: 4, tempos: [50, 60, 70, 80] },
  ],
};

/**
 * An event of a made-up sitting: attempts mostly, some taken back, some that come late or at one moment with others.
 */
const nextEvent = (random: () => number, index: number, before: readonly PracticeEvent[]): PracticeEvent => {
  const late = random() < 0.03 ? 40 * random() * 60_000 : 0;
  const at = Math.floor(1_700_000_000_000 + Math.floor(index / 2) * 30_000 - late);
  const base = { id: `e${index}`, at };
  const chance = random();
  if (chance < 0.06 && before.length > 0) {
    const reach = random() < 0.9 ? 6 : before.length;
    const of = before[Math.max(0, before.length - 1 - Math.floor(random() * reach))]?.id;
    return { ...base, kind: 'undone', of };
  }
  // Takes back what comes only later, as after a clock that was put back.
  if (chance < 0.07) return { ...base, kind: 'undone', of: `e${index + 3}` };
  if (chance < 0.1) return { ...base, kind: 'done', stage: 'position' };
  if (chance < 0.13) return { ...base, kind: 'minutes', minutes: 2 };
  if (chance < 0.14) return { ...base, kind: 'discomfort' };
  const stage = random() < 0.2 ? 'review' : random() < 0.4 ? 'thumb' : 'tempo';
  const tempo = stage === 'tempo' ? 50 + 10 * Math.floor(4 * random()) : 50;
  return { ...base, kind: random() < 0.8 ? 'clean' : 'slipped', stage, tempo };
};

const asText = (events: readonly PracticeEvent[]): string =>
  JSON.stringify([...events].sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1)));

const whole = (events: readonly PracticeEvent[]): ReplayResult =>
  replayLog({ plan: PLAN, from: null, log: asText(events) }) as ReplayResult;

/** A log as the server keeps it: a snapshot, let go of where something comes from before it. */
class KeptLog {
  readonly events: PracticeEvent[] = [];
  snapshot: KeptSnapshot | null = null;
  wholeFolds = 0;

  add(event: PracticeEvent): ReplayResult {
    this.events.push(event);
    if (this.snapshot && event.at <= this.snapshot.to) this.snapshot = null;
    const { snapshot } = this;
    const since = this.events.filter(({ at }) => at > (snapshot?.to ?? -1));
    const folded = replayLog({ plan: PLAN, from: snapshot, log: asText(since) }) ?? this.fromTheBeginning();
    if (folded.snapshot) this.snapshot = folded.snapshot;
    return folded;
  }

  private fromTheBeginning(): ReplayResult {
    this.wholeFolds += 1;
    return whole(this.events);
  }
}

test('from snapshot to snapshot a log comes to what it comes to in one go, whatever is late or taken back', () => {
  fc.assert(
    fc.property(fc.integer(), (seed) => {
      const random = createSeededRandom(seed);
      const log = new KeptLog();
      for (let index = 0; index < 500; index += 1) {
        const folded = log.add(nextEvent(random, index, log.events));
        if (index % 20 > 0) continue;
        const expected = whole(log.events);
        expect(folded.progress).toEqual(expected.progress);
        expect(folded.standing).toEqual(expected.standing);
      }
      expect(log.snapshot).not.toBeNull();
      expect(whole(log.events).progress).toEqual(computeProgress(PLAN, normaliseEvents(log.events)));
    }),
    { numRuns: 8 },
  );
});

test('a sitting that goes on as it should never goes through the whole log again', () => {
  const log = new KeptLog();
  for (let index = 0; index < 2000; index += 1) {
    const event = { id: `e${index}`, at: 1_700_000_000_000 + index, kind: 'clean', stage: 'thumb', tempo: 50 } as const;
    log.add(index % 9 === 8 ? { id: event.id, at: event.at, kind: 'undone', of: `e${index - 1}` } : event);
  }
  expect(log.wholeFolds).toBe(0);
  expect(log.events.filter(({ at }) => at > (log.snapshot?.to ?? 0)).length).toBeLessThan(130);
});
