import { message } from '../../message/index.ts';
import { fingerWord } from '../../pattern/index.ts';
import fc from 'fast-check';
import { valueOrThrow } from '../../errors/index.ts';
import { sayProblem } from '@fleet-wren/wording';
import { parseStringNotation, parsePerformance, serialisePerformance, type PlayedNote } from '../../formats/index.ts';
import { median } from '../../statistics/index.ts';
import {
  PLAYER_MODELS,
  TAKE_PARAMETERS,
  createTakeReference,
  assessPatternNotes,
  assessPatternTake,
  simulateNotes,
  simulateAudio,
  createPatternReference,
  renderNotes,
  type PlayerModel,
} from '../index.ts';

const { pattern } = valueOrThrow(parseStringNotation('6 3 2 1 2 3', { subdivision: 3, tempo: 96, chord: 'Em' }));
const STEADY = PLAYER_MODELS.steady as PlayerModel;
const played = (being: PlayerModel, cycles = 8): readonly PlayedNote[] =>
  simulateNotes(pattern, being, { cycles, seed: 4 });
const judgedAs = (being: PlayerModel, cycles = 8) => valueOrThrow(assessPatternNotes(played(being, cycles), pattern));

describe('a take that comes as notes', () => {
  test('a steady player is clean, at the tempo that was asked for', () => {
    const { cycles, findings, tempo } = judgedAs(STEADY);
    expect(cycles.map(({ verdict }) => verdict)).toEqual(Array(8).fill('clean'));
    expect(findings).toEqual([]);
    tempo.forEach((bpm) => expect(Math.abs(bpm - 96)).toBeLessThan(1));
  });

  test('a digit that comes late is told to two milliseconds', () => {
    const being = { ...STEADY, asynchrony: { a: 0.022 } };
    const { score, digits: asked } = createPatternReference(pattern);
    const times = createTakeReference(score, asked, 16).strokes;
    const performed = simulateNotes(pattern, being, { cycles: 16, seed: 4 });
    const performedBy = (digit: string): number =>
      median(
        performed
          .filter((one) => one.digit === digit)
          .map((one) => one.at - (times[one.referenceIndex ?? 0]?.onset ?? 0)),
      );
    const { digits, findings } = judgedAs(being, 16);
    const lateness = Object.fromEntries(digits.map((digit) => [digit.striker, digit.lateness]));
    const apart = (lateness.a ?? 0) - (lateness.i ?? 0);
    expect(Math.abs(apart - (performedBy('a') - performedBy('i')))).toBeLessThan(0.002);
    expect(findings[0]?.message).toEqual(message('take.finger-off-time', { finger: fingerWord('a'), when: 'late' }));
  });

  test('strokes that were left out, and those that were not asked for, are each told', () => {
    const notes = played(STEADY);
    const without = notes.filter((_, index) => index !== 20);
    const { cycles } = valueOrThrow(assessPatternNotes(without, pattern));
    expect(cycles.filter(({ verdict }) => verdict === 'slipped').map(({ cycle }) => cycle)).toEqual([3]);
    const [one] = notes.slice(30, 31) as [PlayedNote];
    const more = [...notes, { ...one, at: one.at + 0.09, pitch: 61 }].sort((a, b) => a.at - b.at);
    const { cycles: with1 } = valueOrThrow(assessPatternNotes(more, pattern));
    expect(with1.flatMap(({ why }) => why ?? [])).toEqual([message('pass.extra-note', { note: 'C♯' })]);
  });

  test('a take begins with its first note, wherever the file has it, and ends after ten minutes', () => {
    const late = played(STEADY).map((note) => ({ ...note, at: note.at + 5e6 }));
    expect(valueOrThrow(assessPatternNotes(late, pattern)).cycles).toHaveLength(8);
    const stray = [...played(STEADY), { at: 1e9, pitch: 64, loudness: 1 }];
    expect(valueOrThrow(assessPatternNotes(stray, pattern)).cycles).toHaveLength(8);
    expect(renderNotes(stray, 8000).length).toBeLessThan(30 * 8000);
  });

  test('nothing, and another piece, are refused', () => {
    const said = (notes: readonly PlayedNote[]): string => {
      const judged = assessPatternNotes(notes, pattern);
      return judged.ok ? 'judged' : judged.problems.map((one) => `${one.code} ${sayProblem(one)}`).join();
    };
    expect(said([])).toMatch(/^take-silent/);
    expect(
      said(Array.from({ length: 40 }, (_, index) => ({ at: index * 0.31, pitch: 50 + (index % 5), loudness: 1 }))),
    ).toMatch(/^take-does-not-fit/);
  });
});

test('a digit that plays in pinches alone is timed from notes; from sound its lateness is not claimed', () => {
  const pinches = valueOrThrow(
    parseStringNotation('5+1 3 2 5+1 3 2', { subdivision: 3, tempo: 80, chord: 'C' }),
  ).pattern;
  const [, top] = createPatternReference(pinches).digits;
  expect(top).toBe('a');
  const late = { ...STEADY, asynchrony: { a: 0.03 } };
  const notes = valueOrThrow(assessPatternNotes(simulateNotes(pinches, late, { cycles: 8, seed: 2 }), pinches));
  const ringIsLate = message('take.finger-off-time', { finger: fingerWord('a'), when: 'late' });
  expect(notes.findings.map((finding) => finding.message)).toContainEqual(ringIsLate);
  const samples = simulateAudio(pinches, late, { cycles: 8, seed: 2, sampleRate: TAKE_PARAMETERS.sampleRate });
  const sound = valueOrThrow(assessPatternTake(samples, pinches));
  expect(sound.findings.map((finding) => finding.message)).not.toContainEqual(ringIsLate);
});

describe('a performance as a MIDI file', () => {
  test('is read again, to the millisecond', () => {
    const note = fc.record({
      at: fc.integer({ min: 0, max: 200_000 }).map((tick) => tick / 1000),
      pitch: fc.integer({ min: 30, max: 90 }),
      loudness: fc.integer({ min: 1, max: 127 }).map((velocity) => velocity / 127),
      string: fc.integer({ min: 1, max: 6 }),
    });
    fc.assert(
      fc.property(fc.array(note, { maxLength: 40 }), (notes) => {
        const read = valueOrThrow(parsePerformance(serialisePerformance(notes)));
        const key = ({ at, pitch, loudness }: PlayedNote): string =>
          `${at.toFixed(3)} ${pitch} ${Math.round(loudness * 127)}`;
        expect(read.map(key).sort()).toEqual(notes.map(key).sort());
      }),
    );
  });

  test('a file of as many tempos as notes is read in one pass', () => {
    // 200,000 of each: gone by anew for every note they would be two thousand million steps.
    const each = [0, 0xff, 0x51, 3, 0x07, 0xa1, 0x20, 1, 0x90, 60, 100];
    const track = Uint8Array.from({ length: 200_000 * each.length }, (_, index) => each[index % each.length] as number);
    const length = track.length + 4;
    const head = [0x4d, 0x54, 0x68, 0x64, 0, 0, 0, 6, 0, 0, 0, 1, 0, 96, 0x4d, 0x54, 0x72, 0x6b];
    const size = [length >>> 24, (length >>> 16) & 255, (length >>> 8) & 255, length & 255];
    const bytes = new Uint8Array([...head, ...size, ...track, 0, 0xff, 0x2f, 0]);
    const notes = valueOrThrow(parsePerformance(bytes));
    expect(notes).toHaveLength(200_000);
    expect(notes.at(-1)?.at).toBeCloseTo((200_000 / 96) * 0.5, 0);
  });

  test('is refused where it is none', () => {
    expect(parsePerformance(new Uint8Array(20)).ok).toBe(false);
    expect(parsePerformance(new Uint8Array(5_000_000)).ok).toBe(false);
  });

  test('times follow the tempos of the file: a quarter at 120, then one at 60', () => {
    // MThd, format 0, one track, 96 ticks a quarter (Standard MIDI Files 1.0): tempo 500,000 µs, a note, a quarter
    // later 1,000,000 µs, a note a quarter after that.
    const track = [
      [0, 0xff, 0x51, 3, 0x07, 0xa1, 0x20],
      [0, 0x90, 60, 100],
      [96, 0xff, 0x51, 3, 0x0f, 0x42, 0x40],
      [96, 0x90, 62, 100],
      [0, 0xff, 0x2f, 0],
    ].flat();
    const bytes = [
      ...[0x4d, 0x54, 0x68, 0x64, 0, 0, 0, 6, 0, 0, 0, 1, 0, 96],
      ...[0x4d, 0x54, 0x72, 0x6b, 0, 0, 0, track.length],
      ...track,
    ];
    expect(valueOrThrow(parsePerformance(Uint8Array.from(bytes))).map(({ at }) => at)).toEqual([0, 1.5]);
  });
});
