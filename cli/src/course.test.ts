import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createLadder, parseStringNotation, toLadderPlan, valueOrThrow } from '@fleet-wren/core';
import { runCliSync } from './run-cli.ts';

const text = (args: readonly string[]): string => String(runCliSync(args).output);
const json = <T>(args: readonly string[]): T => JSON.parse(text([...args, '--json'])) as T;
const folder = mkdtempSync(join(tmpdir(), 'wren-course-'));
const fileWith = (name: string, content: string): string => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};

describe('skills', () => {
  test('of an alternating thumb with pinches, the hardest first', () => {
    const lines = text(['skills', '--strings', '6+1 - 4 2 6 1 4 -', '--subdivision', '2', '--school', 'three-finger']);
    expect(lines).toMatch(/Syncopation[^]*Alternating thumb/);
    const { skills } = json<{ skills: { skill: string; places: number; strokes: string[] }[] }>([
      'skills',
      '--strings',
      '6 4 6 4',
      '--subdivision',
      '1',
    ]);
    expect(skills.map(({ skill, places }) => [skill, places])).toEqual([['thumb-alternating', 4]]);
  });
});

describe('a course from a studio’s archive', () => {
  const { pattern } = valueOrThrow(parseStringNotation('6 1 1 1', { subdivision: 4, tempo: 90, name: 'Rain' }));
  const plan = toLadderPlan(valueOrThrow(createLadder(pattern, { target: 90 })));
  const pass = (index: number, kind: string) => ({
    table: 'practice_events',
    row: {
      ...{ id: `e${index}`, student_id: 's', assignment_id: 'a', at: 1_795_000_000_000 + index * 20_000, kind },
      body: { stage: 'tempo', tempo: 54 },
    },
  });
  const write = (passes: readonly object[]): string => {
    const head = { archive: 'fleet-wren', version: 4, studio: 'Reeds', madeAt: '2026-11-30T10:00:00.000Z' };
    const rows = [
      { table: 'students', row: { id: 's', name: 'Imre Sallow', about: {} } },
      { table: 'documents', row: { id: 'd', kind: 'pattern', document: pattern } },
      { table: 'assignments', row: { id: 'a', student_id: 's', pattern, plan } },
    ];
    const lines = [head, ...rows, ...passes].map((line) => JSON.stringify(line));
    return fileWith(`studio-${passes.length}.jsonl`, lines.join('\n'));
  };
  const chanceAfter = (kind: string): number => {
    const file = write(Array.from({ length: kind === '' ? 0 : 40 }, (_, index) => pass(index, kind)));
    return json<{ chance: number }>(['course', file, '--student', 'imre sallow', '--goal', 'rain']).chance;
  };

  test('practice moves what is foreseen, and the course comes nearer to its goal', () => {
    const before = chanceAfter('');
    expect(chanceAfter('clean')).toBeGreaterThan(before);
    expect(chanceAfter('slipped')).toBeLessThan(before);
    const { weeks } = json<{ weeks: { chance: number; items: unknown[] }[] }>([
      ...['course', write([]), '--student', 'Imre Sallow', '--goal', 'Rain', '--weeks', '20'],
    ]);
    expect(weeks.at(-1)?.chance).toBeGreaterThan(weeks[0]?.chance ?? 1);
    expect(text(['next', write([]), '--student', 'Imre Sallow'])).toMatch(/bpm: \d+% likely clean/);
  });

  test('what is wrong with it is said', () => {
    expect(runCliSync(['next', write([])]).error).toMatch(/--student NAME/);
    expect(runCliSync(['next', write([]), '--student', 'Nobody']).error).toMatch(/Imre Sallow/);
    const odd = fileWith('odd.jsonl', 'hello');
    expect(runCliSync(['next', odd, '--student', 'Imre Sallow']).error).toMatch(/line 1/i);
    fileWith('odd.jsonl', '{"archive":"other"}');
    expect(runCliSync(['next', odd, '--student', 'Imre Sallow']).error).toMatch(/not the archive of a studio/);
  });
});
