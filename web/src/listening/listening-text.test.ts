import { say } from '@fleet-wren/wording';
import { message, type Message } from '@fleet-wren/core';
import { classifyPass, formatLiveEvent } from './listening-text.ts';

const cycle = (verdict: 'clean' | 'slipped' | 'unclear', tempo = 90, why: Message | null = null) =>
  ({ kind: 'cycle', at: 3, verdict, why, tempo }) as const;

test.each([
  ['clean at the tempo', cycle('clean'), 90, 'clean'],
  ['clean a little slower', cycle('clean', 85), 90, 'clean'],
  ['clean and quicker', cycle('clean', 110), 90, 'clean'],
  ['clean and much slower counts for nothing', cycle('clean', 80), 90, null],
  ['a slip counts at any tempo', cycle('slipped', 60), 90, 'slipped'],
  ['what cannot be told counts for nothing', cycle('unclear'), 90, null],
  ['without a tempo all that is clean counts', cycle('clean', 40), null, 'clean'],
  ['what was found counts for nothing', { kind: 'found', at: 1, tempo: 90 } as const, 90, null],
])('%s', (_what, event, asked, counted) => {
  expect(classifyPass(event, asked)).toBe(counted);
});

test('a student reads what was heard, and what to do where it cannot be', () => {
  expect(formatLiveEvent(null, null, 90)).toBe(say('listening.keep-playing-clean-passes-are-counted'));
  expect(formatLiveEvent(null, 'too-quiet', 90)).toBe(say('listening.too-quiet-move-closer-to-the'));
  expect(formatLiveEvent(cycle('clean', 90.3), 'good', 90)).toBe('Clean at 90 bpm.');
  expect(formatLiveEvent(cycle('clean', 70), 'good', 90)).toBe('Clean at 70 bpm, but the target is 90 bpm.');
  expect(
    formatLiveEvent(
      cycle('slipped', 90, message('pass.note-missed', { place: message('place.beat', { beat: 2 }) })),
      'good',
      90,
    ),
  ).toBe('Missed: no note at beat 2.');
  expect(formatLiveEvent({ kind: 'strange', at: 9, by: -2 }, 'good', 90)).toMatch(/a whole tone lower/);
  expect(formatLiveEvent({ kind: 'strange', at: 9, by: 0 }, 'good', 90)).toBe(
    say('listening.this-doesnt-match-the-pattern'),
  );
});
