import fc from 'fast-check';
import { isPausedByPain } from './pain-report.ts';
import { parsePracticeEvent, type PracticeEvent } from './practice-event.ts';
import { EMPTY_PRACTICE_SNAPSHOT, foldPractice } from './practice-snapshot.ts';
import { computeProgress } from './progress.ts';

const PLAN = { target: 80, stages: [{ key: 'tempo', name: 'Tempo', gate: 10, tempos: [60, 80] }] };
const MINUTE = 60_000;
const DAY = 24 * 60 * MINUTE;

let ids = 0;
const event = (kind: PracticeEvent['kind'], at: number, more: Partial<PracticeEvent> = {}): PracticeEvent => ({
  id: `e${(ids += 1)}`,
  at,
  kind,
  ...more,
});
const attempt = (at: number): PracticeEvent => event('clean', at, { stage: 'tempo', tempo: 60 });
const painAfter = (...events: readonly PracticeEvent[]) => computeProgress(PLAN, events).pain;

const practice = [0, 5, 10, 14].map((minute) => attempt(DAY + minute * MINUTE));
const hurt = event('discomfort', DAY + 14 * MINUTE, { stage: 'tempo', tempo: 60 });

test('a report tells how long was practised before it without a break', () => {
  expect(painAfter(...practice, hurt)).toEqual({ at: hurt.at, stage: 'tempo', tempo: 60, minutes: 14, answer: null });
  // An hour after the last pass it is another stretch.
  expect(painAfter(...practice, event('discomfort', DAY + 80 * MINUTE))?.minutes).toBe(0);
});

test('where it hurts is added to the report it belongs to', () => {
  const pain = painAfter(...practice, hurt, event('discomfort', hurt.at + MINUTE, { where: 'a' }));
  expect(pain).toMatchObject({ at: hurt.at, minutes: 14, where: 'a' });
});

test('practice waits until the teacher answers, and through a rest', () => {
  const waiting = painAfter(hurt);
  expect(isPausedByPain(waiting, hurt.at + 30 * DAY)).toBe(true);
  const rest = painAfter(hurt, event('answered', 2 * DAY, { answer: 'rest', until: 5 * DAY, text: 'Three days off' }));
  expect(isPausedByPain(rest, 4 * DAY)).toBe(true);
  expect(isPausedByPain(rest, 6 * DAY)).toBe(false);
  expect(rest?.answer).toEqual({ at: 2 * DAY, choice: 'rest', until: 5 * DAY, text: 'Three days off' });
  expect(isPausedByPain(painAfter(hurt, event('answered', 2 * DAY, { answer: 'resume' })), 2 * DAY)).toBe(false);
  expect(isPausedByPain(painAfter(), 0)).toBe(false);
});

test('another report after an answer is a new one', () => {
  const again = painAfter(hurt, event('answered', 2 * DAY, { answer: 'resume' }), event('discomfort', 3 * DAY));
  expect(again).toMatchObject({ at: 3 * DAY, answer: null });
});

test('passes that a device sends later do not close a report; weeks of practice do', () => {
  expect(painAfter(hurt, attempt(hurt.at + DAY))?.answer).toBeNull();
  expect(painAfter(hurt, attempt(hurt.at + 20 * DAY))).toBeNull();
});

test('in one go or from snapshot to snapshot: the same', () => {
  const kinds = fc.constantFrom('clean', 'discomfort', 'answered', 'rest', 'note') as fc.Arbitrary<
    PracticeEvent['kind']
  >;
  const step = fc.tuple(kinds, fc.integer({ min: 1, max: 50 }));
  fc.assert(
    fc.property(fc.array(step, { maxLength: 30 }), fc.nat(30), (steps, cut) => {
      let at = 0;
      const events = steps.map(([kind, minutes]) => {
        at += minutes * MINUTE;
        if (kind === 'clean') return attempt(at);
        return event(kind, at, kind === 'answered' ? { answer: 'rest', until: at + DAY } : {});
      });
      const first = foldPractice(PLAN, EMPTY_PRACTICE_SNAPSHOT, events.slice(0, cut));
      const { pain, stretch } = foldPractice(PLAN, first, events.slice(cut));
      const whole = foldPractice(PLAN, EMPTY_PRACTICE_SNAPSHOT, events);
      expect({ pain, stretch }).toEqual({ pain: whole.pain, stretch: whole.stretch });
    }),
  );
});

test.each([
  [{ kind: 'answered' }, false],
  [{ kind: 'answered', answer: 'rest', until: 5 }, true],
  [{ kind: 'answered', answer: 'run' }, false],
  [{ kind: 'rest', answer: 'rest' }, false],
  [{ kind: 'discomfort', where: 'wrist' }, true],
  [{ kind: 'discomfort', where: 'ear' }, false],
  [{ kind: 'answered', answer: 'rest', until: -1 }, false],
])('%j can be: %s', (fields, isGood) => expect(parsePracticeEvent({ id: 'a', at: 5, ...fields }).ok).toBe(isGood));
