import { createSkillFigure } from './skill-figures.ts';
import { listSkillGains, type SkillHistoryRequest } from './study-skills.ts';

const TODAY = 20_700;

/** Somebody who played the figure of one skill clean for ten days. */
const practised = (from: number): SkillHistoryRequest => ({
  practised: [
    {
      id: 'a',
      pattern: createSkillFigure('p-i'),
      plan: { target: 80, stages: [{ key: 'tempo', name: 'Tempo', gate: 5, tempos: [160], ceiling: 240 }] },
    },
  ],
  attempts: Array.from({ length: 10 }, (_, index) => ({
    assignment: 'a',
    stage: 'tempo',
    day: from + index,
    tempo: 160,
    clean: 12,
    slipped: 0,
    slipTicks: [],
  })),
  known: [],
  today: TODAY,
  since: TODAY - 30,
});

test('what was practised since then is a gain, and says from where', () => {
  const gains = listSkillGains(practised(TODAY - 20));
  const gain = gains.find(({ code }) => code === 'p-i');
  expect(gain?.to).toBe('known');
  expect(gain?.from).not.toBe('known');
});

test('what was practised before is none', () => {
  expect(listSkillGains(practised(TODAY - 90))).toEqual([]);
});

test('what the teacher says a student has counts at both times', () => {
  const request = { ...practised(TODAY - 20), attempts: [], known: ['p-i'] };
  expect(listSkillGains(request)).toEqual([]);
});
