import { jest } from '@jest/globals';
import { say } from '@fleet-wren/wording';
import {
  DEFAULT_PLAYBACK_OPTIONS,
  createPattern,
  createVoicingEdit,
  shiftInTime,
  type Pattern,
  type Stroke,
} from '@fleet-wren/core';
import fc from 'fast-check';
import { EDITOR_COMMANDS, runTransform } from '../components/pattern-editor/editor-commands.ts';
import type { CommandContext } from '../components/pattern-editor/editor-command.ts';
import { shownKey } from '../components/shortcuts/key-press.ts';
import { createPatternEditorStore, type PatternEditorStore } from './pattern-editor-store.ts';

const stroke = (id: string, at: number, string: number, more: Partial<Stroke> = {}): Stroke => ({
  id,
  at,
  string,
  ...more,
});

const benchWith = (strokes: readonly Stroke[] = [], more: Partial<Pattern> = {}): PatternEditorStore =>
  createPatternEditorStore({
    id: 'one',
    version: 1,
    workedAt: '',
    document: createPattern('Bench', { strokes, ...more }),
  });

const reachOf = (bench: PatternEditorStore): CommandContext => ({
  bench,
  digit: 'm',
  showKeys: () => undefined,
  showView: () => undefined,
  showFigure: () => undefined,
  showChords: () => undefined,
  playing: {
    playing: false,
    listening: DEFAULT_PLAYBACK_OPTIONS,
    toggle: () => undefined,
    listen: () => undefined,
    position: () => undefined,
  },
});

/** Presses keys as the bench hears them. */
const press = (bench: PatternEditorStore, ...keys: readonly string[]): void => {
  for (const key of keys) EDITOR_COMMANDS.find((command) => command.keys.includes(key))?.run(reachOf(bench), key);
};

const places = (bench: PatternEditorStore): string =>
  bench
    .getState()
    .document.strokes.map(({ at, string }) => `${at}/${string}`)
    .join(' ');

describe('every command', () => {
  test('has a key of its own, a label and a group', () => {
    const keys = EDITOR_COMMANDS.flatMap((command) => command.keys);
    expect(new Set(keys).size).toBe(keys.length);
    expect(new Set(EDITOR_COMMANDS.map(({ label }) => label)).size).toBe(EDITOR_COMMANDS.length);
  });

  test.each([
    ['ArrowRight', '→'],
    ['Ctrl+z', 'Ctrl+Z'],
    ['H', 'Shift+H'],
    [' ', 'Space'],
    ['Shift+ArrowUp', 'Shift+↑'],
    ['p', 'P'],
    ['?', '?'],
  ])('%s is shown as %s', (key, shown) => expect(shownKey(key)).toBe(shown));
});

describe('laying strokes', () => {
  test('Enter puts one, a letter pins it, the full stop clears it', () => {
    const bench = benchWith();
    press(bench, 'Enter');
    expect(places(bench)).toBe('0/5');
    press(bench, 'm');
    expect(bench.getState().document.strokes[0]?.pin).toBe('m');
    press(bench, '=');
    expect(bench.getState().document.strokes[0]?.pin).toBeUndefined();
    press(bench, '=');
    expect(bench.getState().document.strokes[0]?.pin).toBe('m');
    press(bench, '.');
    expect(places(bench)).toBe('');
  });

  test('moving about stays inside, over beats that are cut otherwise', () => {
    const bench = benchWith([], { divisions: [{ beat: 0, parts: 3 }] });
    press(bench, 'ArrowRight', 'ArrowRight');
    expect(bench.getState().cell.at).toBe(560);
    press(bench, 'ArrowRight', 'ArrowRight');
    expect(bench.getState().cell.at).toBe(1050);
    press(bench, 'End', 'ArrowRight', 'ArrowDown', 'ArrowDown', 'ArrowDown');
    expect(bench.getState().cell).toEqual({ at: 3150, string: 6 });
    press(bench, 'Home', 'ArrowLeft');
    expect(bench.getState().cell.at).toBe(0);
    press(bench, 'Ctrl+ArrowRight');
    expect(bench.getState().cell.at).toBe(840);
  });

  test('what cannot be is refused in words and changes nothing', () => {
    const bench = benchWith();
    bench.getState().moveCell({ at: 0, string: 6 });
    press(bench, 'Enter');
    expect(bench.getState().rejection).toMatch(/string 6 is muted in C/);
    expect(places(bench)).toBe('');
    press(bench, 'x');
    expect(bench.getState().rejection).toBe(say('bench.no-note-here-press-enter-to'));
  });
});

describe('marks', () => {
  test.each([
    ['x', 'damped'],
    ['g', 'ring'],
    ['r', 'rake'],
    ['b', 'brush'],
    ["'", 'accent'],
    ['q', 'silent'],
  ] as const)('%s marks and unmarks %s', (key, mark) => {
    const bench = benchWith([stroke('a', 0, 5)]);
    press(bench, key);
    expect(bench.getState().document.strokes[0]?.[mark]).toBe(true);
    press(bench, key);
    expect(bench.getState().document.strokes[0]).toEqual(stroke('a', 0, 5));
  });

  test('a slur takes the pin off, for nobody strikes it', () => {
    const bench = benchWith([stroke('a', 0, 5, { pin: 'p' })]);
    press(bench, 'h');
    expect(bench.getState().document.strokes[0]).toEqual(stroke('a', 0, 5, { slur: 'hammer-on' }));
    press(bench, 's');
    expect(bench.getState().document.strokes[0]?.slur).toBe('slide');
    press(bench, 's');
    expect(bench.getState().document.strokes[0]?.slur).toBeUndefined();
  });

  test('a harmonic goes from natural to harp to none; loudness from soft to loud', () => {
    const bench = benchWith([stroke('a', 0, 5)]);
    press(bench, 'n');
    expect(bench.getState().document.strokes[0]?.harmonic).toEqual({ kind: 'natural', touch: 12 });
    press(bench, 'n');
    expect(bench.getState().document.strokes[0]?.harmonic).toEqual({ kind: 'harp', touch: 15, above: 12 });
    press(bench, 'n', '-');
    expect(bench.getState().document.strokes[0]).toEqual(stroke('a', 0, 5, { loudness: 'soft' }));
    press(bench, '+', '+', '+');
    expect(bench.getState().document.strokes[0]?.loudness).toBe('loud');
  });

  test('go to the whole selection, and come off where all of it bears them', () => {
    const bench = benchWith([stroke('a', 0, 5, { damped: true }), stroke('b', 210, 3), stroke('c', 420, 2)]);
    bench.getState().select(['a', 'b']);
    press(bench, 'x');
    expect(bench.getState().document.strokes.map(({ damped }) => damped)).toEqual([true, true, undefined]);
    press(bench, 'x');
    expect(bench.getState().document.strokes.map(({ damped }) => damped)).toEqual([undefined, undefined, undefined]);
  });
});

describe('selection and clipboard', () => {
  const three = () => benchWith([stroke('a', 0, 5), stroke('b', 210, 3), stroke('c', 420, 2)]);

  test('all is selected, moved as one, and one undo takes it back', () => {
    const bench = three();
    press(bench, 'Ctrl+a', 'Shift+ArrowRight', 'Shift+ArrowUp');
    expect(places(bench)).toBe('210/4 420/2 630/1');
    press(bench, 'Ctrl+z', 'Ctrl+z');
    expect(places(bench)).toBe('0/5 210/3 420/2');
  });

  test('a stroke by itself is moved with the cell', () => {
    const bench = three();
    bench.getState().moveCell({ at: 420, string: 2 });
    press(bench, 'Shift+ArrowRight');
    expect(bench.getState().cell).toEqual({ at: 630, string: 2 });
    expect(places(bench)).toBe('0/5 210/3 630/2');
  });

  test('cut, and put down elsewhere, on another pattern too', () => {
    const bench = three();
    bench.getState().select(['a', 'b']);
    press(bench, 'Ctrl+x');
    expect(places(bench)).toBe('420/2');
    const other = benchWith();
    other.getState().moveCell({ at: 840, string: 1 });
    press(other, 'Ctrl+v');
    expect(places(other)).toBe('840/5 1050/3');
    expect(other.getState().selection.size).toBe(2);
  });

  test('what reaches beyond the end is not put down', () => {
    const bench = three();
    press(bench, 'Ctrl+a', 'Ctrl+c', 'End', 'Ctrl+v');
    expect(bench.getState().rejection).toMatch(/outside the pattern/);
    expect(bench.getState().document.strokes).toHaveLength(3);
  });

  test('strokes that are gone leave the selection', () => {
    const bench = three();
    bench.getState().select(['a', 'b']);
    bench.getState().applyEdit({ kind: 'remove', ids: ['a'] });
    expect([...bench.getState().selection]).toEqual(['b']);
  });
});

test('a beat goes in and out, the wheel turns, all by key', () => {
  const bench = benchWith([stroke('a', 0, 5), stroke('b', 840, 3)]);
  press(bench, 'Home', 'Insert');
  expect(bench.getState().document.metre.beats).toBe(5);
  expect(places(bench)).toBe('840/5 1680/3');
  press(bench, 'Ctrl+Delete', '>');
  expect(places(bench)).toBe('210/5 1050/3');
  press(bench, '<');
  expect(places(bench)).toBe('0/5 840/3');
  expect(runTransform(bench, shiftInTime(840))).toBe(true);
  expect(places(bench)).toBe('840/5 1680/3');
});

test('a tempo run up step by step is one step to undo', () => {
  const bench = benchWith();
  press(bench, ']', ']', ']');
  expect(bench.getState().document.tempo).toBe(92);
  press(bench, 'Ctrl+z');
  expect(bench.getState().document.tempo).toBe(80);
  press(bench, 'Ctrl+y');
  expect(bench.getState().document.tempo).toBe(92);
});

test('any sequence of keys is taken back to the beginning (seeded)', () => {
  const keys = EDITOR_COMMANDS.flatMap((command) => command.keys).filter((key) => !/^Ctrl\+[zyZ]$/.test(key));
  fc.assert(
    fc.property(fc.array(fc.constantFrom(...keys), { maxLength: 40 }), (pressed) => {
      const bench = benchWith([stroke('a', 0, 5), stroke('b', 420, 3), stroke('c', 840, 2)]);
      const start = bench.getState().document;
      press(bench, ...pressed);
      for (let left = bench.getState().history.past.length; left > 0; left -= 1) bench.getState().undo();
      expect(bench.getState().document.strokes).toEqual(start.strokes);
      expect(bench.getState().document.metre).toEqual(start.metre);
      expect(bench.getState().document.tempo).toBe(start.tempo);
    }),
    { seed: 2026, numRuns: 150 },
  );
});

describe('frets by keyboard', () => {
  const fretsOf = (bench: PatternEditorStore): readonly (number | undefined)[] =>
    bench.getState().document.strokes.map(({ fret }) => fret);

  beforeEach(() => jest.useFakeTimers({ now: 0, advanceTimers: false }));
  afterEach(() => jest.useRealTimers());

  test('a figure gives the note a fret of its own; two quickly are one number and one step', () => {
    const bench = benchWith([stroke('a', 0, 5)]);
    press(bench, '1');
    jest.advanceTimersByTime(300);
    press(bench, '2');
    expect(fretsOf(bench)).toEqual([12]);
    press(bench, 'Ctrl+z');
    expect(fretsOf(bench)).toEqual([undefined]);
  });

  test('figures more than 700 ms apart are two frets, and 9 after 9 is no fret 99', () => {
    const bench = benchWith([stroke('a', 0, 5)]);
    press(bench, '1');
    jest.advanceTimersByTime(701);
    press(bench, '2');
    expect(fretsOf(bench)).toEqual([2]);
    jest.advanceTimersByTime(701);
    press(bench, '9', '9');
    expect(fretsOf(bench)).toEqual([9]);
  });

  test('on an empty place a figure lays a note, and the second goes to it', () => {
    const bench = benchWith();
    press(bench, '1', '0');
    expect(bench.getState().document.strokes).toMatchObject([{ at: 0, string: 5, fret: 10 }]);
    press(bench, 'Ctrl+z');
    expect(bench.getState().document.strokes).toEqual([]);
  });

  test('Alt and arrows move along the string, and to the next string at the same pitch with the cell', () => {
    const bench = benchWith([{ ...stroke('a', 0, 5), fret: 7 }]);
    press(bench, 'Alt+ArrowRight', 'Alt+ArrowRight', 'Alt+ArrowLeft');
    expect(fretsOf(bench)).toEqual([8]);
    press(bench, 'Alt+ArrowUp');
    // A fourth up: fret 8 of the A string is fret 3 of the D string.
    expect(bench.getState().document.strokes).toMatchObject([{ string: 4, fret: 3 }]);
    expect(bench.getState().cell.string).toBe(4);
  });

  test('where the neck ends or the string has no such note, it is said and nothing changes', () => {
    const bench = benchWith([{ ...stroke('a', 0, 5), fret: 0 }]);
    press(bench, 'Alt+ArrowLeft');
    expect(bench.getState().rejection).toContain('beyond the neck');
    press(bench, 'Alt+ArrowUp');
    expect(bench.getState().document.strokes).toMatchObject([{ string: 5, fret: 0 }]);
  });

  test('F lets a note follow the chord again; a fret of its own stays when the chord changes', () => {
    const bench = benchWith([{ ...stroke('a', 0, 5), fret: 7 }]);
    const { document, applyEdit } = bench.getState();
    applyEdit(createVoicingEdit(document, { chord: 'G', frets: [3, 2, 0, 0, 0, 3] }));
    expect(fretsOf(bench)).toEqual([7]);
    press(bench, 'f');
    expect(fretsOf(bench)).toEqual([undefined]);
  });
});
