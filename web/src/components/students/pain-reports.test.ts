import { MILLISECONDS_PER_DAY, type PainReport } from '@fleet-wren/core';
import { PAIN_IN_SIGHT, listPainAnswers, listPainReports } from './pain-reports.ts';

const NOW = 1_000 * MILLISECONDS_PER_DAY;
const ago = (days: number): number => NOW - days * MILLISECONDS_PER_DAY;

const line = (id: string, standing: object) => ({ id, name: id, standing: { discomfort: null, ...standing } as never });
const pain = (daysAgo: number, answer: PainReport['answer'] = null) => ({
  pain: { at: ago(daysAgo), minutes: 3, answer },
});
const names = (found: readonly { readonly line: { readonly id: string } }[]) => found.map(({ line: { id } }) => id);

test('reports stay until they are answered, the newest first', () => {
  const answered = pain(2, { at: ago(1), choice: 'resume' });
  const lines = [
    line('long ago', pain(90)),
    line('answered', answered),
    line('none', { pain: null }),
    line('today', pain(0)),
  ];
  expect(names(listPainReports(lines, NOW))).toEqual(['today', 'long ago']);
});

test('reports of before they could be answered are in sight for two weeks', () => {
  const lines = [line('old', { discomfort: ago(PAIN_IN_SIGHT + 1) }), line('week', { discomfort: ago(7) })];
  expect(names(listPainReports(lines, NOW))).toEqual(['week']);
});

test('answers are in sight for two weeks, rests until they are over', () => {
  const lines = [
    line('old', pain(40, { at: ago(20), choice: 'lower' })),
    line('resting', pain(40, { at: ago(20), choice: 'rest', until: NOW + 1 })),
    line('lower', pain(3, { at: ago(2), choice: 'lower' })),
    line('open', pain(1)),
  ];
  expect(names(listPainAnswers(lines, NOW))).toEqual(['lower', 'resting']);
});
