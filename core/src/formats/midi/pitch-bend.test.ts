import { parseMidi } from 'midi-file';
import { createPattern, type Stroke } from '../../pattern/index.ts';
import { flattenScore, type Score } from '../../score/index.ts';
import { valueOrThrow } from '../../errors/index.ts';
import { exportMidi, importMidi } from '../index.ts';

const scoreOf = (strokes: readonly Partial<Stroke>[]): Score =>
  flattenScore(
    createPattern('P', {
      tempo: 60,
      cyclic: false,
      strokes: strokes.map((stroke, index) => ({ id: `s${index}`, at: 840 * index, string: 2, fret: 5, ...stroke })),
    }),
  );

const midiOf = (strokes: readonly Partial<Stroke>[]): Uint8Array => exportMidi(scoreOf(strokes));

const eventsOf = (bytes: Uint8Array) => {
  let now = 0;
  return (parseMidi(bytes).tracks[0] ?? []).map((event) => ({ ...event, at: (now += event.deltaTime) }));
};

describe('bends in MIDI files, read by midi-file (MIDI 1.0: pitch bend, RPN 0)', () => {
  test('where it is not wanted nothing moves, and every note is still there', () => {
    const score = scoreOf([{ bend: { semitones: 2 } }, { vibrato: true }]);
    const plain = eventsOf(exportMidi(score, {}, { pitchBend: false }));
    expect(plain.some(({ type }) => type === 'pitchBend' || type === 'controller')).toBe(false);
    expect(plain.filter(({ type }) => type === 'noteOn')).toHaveLength(2);
  });

  test('a whole-tone bend reaches two twelfths of the way up, within a range of twelve semitones, and is taken back', () => {
    const events = eventsOf(midiOf([{ bend: { semitones: 2 } }, {}]));
    const bends = events.flatMap((event) => (event.type === 'pitchBend' ? [{ at: event.at, value: event.value }] : []));
    expect(Math.max(...bends.map(({ value }) => value))).toBe(Math.round((8192 * 2) / 12));
    expect(bends[0]).toEqual({ at: 0, value: 0 });
    expect(bends.at(-1)).toEqual({ at: 840, value: 0 });
    const controls = events.flatMap((event) =>
      event.type === 'controller' ? [[event.controllerType, event.value]] : [],
    );
    expect(controls).toEqual([
      [101, 0],
      [100, 0],
      [6, 12],
      [38, 0],
    ]);
  });

  test('a note without bends has none, and its file no range', () => {
    expect(eventsOf(midiOf([{}, {}])).some(({ type }) => type === 'pitchBend' || type === 'controller')).toBe(false);
  });

  test('the next note on the string begins after the bend is taken back', () => {
    const events = eventsOf(midiOf([{ slideOut: 'above' }, {}]));
    const back = events.findIndex((event) => event.type === 'pitchBend' && event.at === 840 && event.value === 0);
    const next = events.findIndex((event) => event.type === 'noteOn' && event.at === 840);
    expect(back).toBeGreaterThan(-1);
    expect(next).toBeGreaterThan(back);
  });

  test('our own files with bends come back with their notes in place', () => {
    const { pattern } = valueOrThrow(importMidi(midiOf([{ bend: { semitones: 1 } }, { vibrato: true }, {}])));
    expect(pattern.strokes.map(({ at, string }) => `${at}/${string}`)).toEqual(['0/2', '840/2', '1680/2']);
  });
});
