import { saySentence } from '@fleet-wren/wording';
import { isMessage } from '../../schema/index.ts';
import {
  migrateLimitReason,
  migrateTakeHeadline,
  migrateLadderPlan,
  migrateLogText,
  migratePracticeMethod,
} from '../index.ts';

/** Names of stages as earlier versions stored them, and what they are called now. */
const STAGES: readonly (readonly [before: string, now: string])[] = [
  ['Position', 'Hand position'],
  ['The thumb alone', 'Thumb only'],
  ['The pick alone', 'Pick only'],
  ['The fingers alone', 'Fingers only'],
  ['The thumb and index', 'Thumb with index'],
  ['The pick and middle and little finger', 'Pick with middle and little finger'],
  ['At half the values', 'Half speed (double note lengths)'],
  ['On damped strings', 'Muted strings'],
  ['The hardest change', 'Hardest change'],
  ['The hardest change, 2', 'Hardest change 2'],
  ['The whole, slowly', 'All together, slowly'],
  ['Planting', 'Planting'],
  ['Over the chords', 'Through the chords'],
  ['One part of the beat later', 'Shifted by one subdivision'],
  ['From memory', 'From memory'],
  ['Bursts', 'Speed bursts'],
  ['Up to tempo', 'Up to tempo'],
];

test.each(STAGES)('the stage “%s” is “%s” now', (before, now) => {
  const [stage] = migrateLadderPlan({
    target: 60,
    stages: [{ key: 'a', name: before, gate: 5, tempos: [] }],
  }).stages;
  expect(isMessage(stage?.name)).toBe(true);
  expect(typeof stage?.name === 'object' ? saySentence(stage.name) : '').toBe(now);
});

test('a name of the teacher’s own stays, and what is in codes stays as it is', () => {
  const plan = { target: 60, stages: [{ key: 'own-1', name: 'For the concert', gate: 5, tempos: [60] }] };
  expect(migrateLadderPlan(plan)).toEqual(plan);
  const coded = migrateLadderPlan({
    target: 60,
    stages: [{ key: 'tempo', name: 'Up to tempo', gate: 5, tempos: [] }],
  });
  expect(migrateLadderPlan(coded)).toEqual(coded);
});

test.each([
  [
    'm on string 2 again, beat 1 let to beat 2: needs 0.23 s, has 0.50 s at 60',
    'The middle finger repeating string 2 (beat 1 let → beat 2)',
  ],
  [
    'the pick from string 3 to 2, bar 2, beat 1 to bar 2, beat 1 e: needs 0.10 s, has 0.13 s at 112.5',
    'The pick moving from string 3 to string 2 (bar 2, beat 1 → bar 2, beat 1 e)',
  ],
  [
    'the pick, down then m, beat 4 + 0.17 to beat 1: needs 0.11 s, has 0.25 s at 60',
    'The pick followed by the middle finger (beat 4 + 17% → beat 1)',
  ],
  [
    'i, from touching to playing, beat 3 to beat 3: needs 0.12 s, has 0.20 s at 90',
    'The index finger touching the harmonic and playing (beat 3)',
  ],
])('the cause “%s” says the same', (before, now) => {
  const cause = migrateLimitReason(before);
  expect(cause && saySentence(cause)).toBe(now);
});

test('what is no sentence of the program is none of its codes', () => {
  expect(migrateLimitReason('because')).toBeNull();
  expect(migrateTakeHeadline('A good take')).toBeNull();
  expect(migratePracticeMethod('by ear')).toBe('by ear');
  expect(migratePracticeMethod('slowly until clean, then faster')).toBe('slow');
});

test.each([
  ['The ring comes 18 ms late.', 'The ring finger is late compared with the other fingers.'],
  ['The thumb comes 20 ms early on beat 3.', 'Beat 3: the thumb is early.'],
  ['The middle is uneven: 35 ms either way.', 'The middle finger is uneven.'],
  ['The ring is 6 dB softer than the other fingers.', 'The ring finger is softer than the average of your fingers.'],
  ['The index loses 3 of 24 strokes.', 'The index finger misses 3 of 24 notes.'],
  ['4 of 8 times the stroke on bar 2, beat 1 did not come.', 'Bar 2, beat 1: missing in 4 of 8 passes.'],
  ['It gets quicker by 8 % from the beginning to the end.', 'You speed up by 8% from start to finish.'],
  ['The ring tires: 22 ms later at the end than at the beginning.', 'The ring finger gets later towards the end.'],
  [
    'The ring tires: 22 ms later and 4 dB softer at the end than at the beginning.',
    'The ring finger gets later and softer towards the end.',
  ],
  [
    'The index stands out by 6 dB on beat 2, where no accent is asked for: it comes there from another string.',
    'Beat 2: the index finger is louder than the same note elsewhere, with no accent written; it has just changed strings.',
  ],
])('in a log, “%s” says the same', (before, now) => {
  const { said, text } = migrateLogText(`3 of 4 times through clean, at 80 a minute. ${before}`);
  expect(text).toBeUndefined();
  expect(said.map(saySentence)).toEqual(['3 of 4 passes clean at 80 bpm', now]);
});

test('a log keeps what it does not know as it was written', () => {
  expect(migrateLogText('Well done. The ring comes 18 ms late.')).toMatchObject({
    said: [{ code: 'take.finger-off-time' }],
    text: 'Well done.',
  });
});
