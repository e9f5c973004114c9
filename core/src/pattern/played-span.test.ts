import { analysePattern } from '../analysis/index.ts';
import {
  applyPatternEdit,
  createIdGenerator,
  createMetreEdit,
  createResizeEdit,
  createSpanEdit,
} from '../edit/index.ts';
import { valueOrThrow } from '../errors/index.ts';
import {
  exportMidi,
  exportMusicXml,
  exportTab,
  importMidi,
  importMusicXml,
  importTab,
  parsePatternFile,
  serialisePattern,
} from '../formats/index.ts';
import { createLadder } from '../practice/index.ts';
import { flattenScore } from '../score/index.ts';
import { DEFAULT_PLAYBACK_OPTIONS, createPlaybackSchedule, listCountWords } from '../sound/index.ts';
import { doubleNoteValues } from '../transform/index.ts';
import { sayMessage } from '@fleet-wren/wording';
import { message } from '../message/index.ts';
import { SaxesParser } from 'saxes';
import { createPattern, validatePattern, type Pattern, type Stroke } from './index.ts';

const EIGHTH = 420;

const stroke = (at: number, string: number): Stroke => ({ id: `s${at}-${string}`, at, string });

/** A pickup of one beat (two eighths), two whole bars of quarters, and three beats: 4/4. */
const piece: Pattern = createPattern('Pickup', {
  tempo: 60,
  bars: 4,
  subdivision: 2,
  cyclic: false,
  begins: 3 * 840,
  ends: 4 * 3360 - 840,
  strokes: [
    stroke(6 * EIGHTH, 3),
    stroke(7 * EIGHTH, 2),
    ...Array.from({ length: 11 }, (_, beat) => stroke(3360 + beat * 840, [5, 3, 2, 1][beat % 4] as number)),
  ],
});

const score = flattenScore(piece);

test('the music begins with its pickup and ends with its last beat: 1 + 4 + 4 + 3 beats', () => {
  expect(validatePattern(piece)).toEqual([]);
  expect(score.length).toBe(12 * 840);
  expect(score.bars.map(({ at, ticks }) => [at / 840, ticks / 840])).toEqual([
    [0, 1],
    [1, 4],
    [5, 4],
    [9, 3],
  ]);
  expect(score.strokes[0]?.at).toBe(0);
  expect(score.beats.map(({ number }) => number)).toEqual([4, 1, 2, 3, 4, 1, 2, 3, 4, 1, 2, 3]);
  expect(
    listCountWords(score, [], 'numbers')
      .map(({ word }) => word)
      .slice(0, 4),
  ).toEqual(['4', '&', '1', '&']);
});

test('it is heard from the pickup on, and the cursor counts from the bar line', () => {
  const { seconds, clicks, tickAt, secondsAt } = createPlaybackSchedule(piece, [], DEFAULT_PLAYBACK_OPTIONS);
  expect([Math.round(seconds * 1e6) / 1e6, clicks.length]).toEqual([12, 12]);
  expect([tickAt(0), secondsAt(3360)]).toEqual([3 * 840, 1]);
});

test('it is counted in by a whole bar and the beats up to the pickup', () => {
  const { countIn } = createPlaybackSchedule(piece, [], DEFAULT_PLAYBACK_OPTIONS);
  expect(countIn.clicks.map(({ time, beat }) => `${beat} at ${Math.round(time)}`)).toEqual([
    '1 at -7',
    '2 at -6',
    '3 at -5',
    '4 at -4',
    '1 at -3',
    '2 at -2',
    '3 at -1',
  ]);
});

test('a pickup inside a beat counts on from there and has no click', () => {
  const eighth = { ...piece, begins: 7 * EIGHTH, strokes: piece.strokes.slice(1) };
  const one = flattenScore(eighth);
  expect(one.bars[0]?.ticks).toBe(EIGHTH);
  expect(
    listCountWords(one, [], 'numbers')
      .map(({ word }) => word)
      .slice(0, 3),
  ).toEqual(['&', '1', '&']);
  expect(createPlaybackSchedule(eighth, [], DEFAULT_PLAYBACK_OPTIONS).clicks[0]?.time).toBeCloseTo(0.5);
});

test('strokes outside are refused, and go where the span is set', () => {
  expect(validatePattern({ ...piece, begins: 7 * EIGHTH })).not.toEqual([]);
  expect(validatePattern({ ...piece, begins: 3360 })).not.toEqual([]);
  const edit = createSpanEdit(piece, { begins: 7 * EIGHTH, ends: 4 * 3360 });
  const done = valueOrThrow(applyPatternEdit(piece, edit));
  expect(done.document.strokes).toHaveLength(piece.strokes.length - 1);
  expect(done.document.ends).toBeUndefined();
  expect(valueOrThrow(applyPatternEdit(done.document, done.inverse)).document).toEqual(piece);
});

test('in another frame it begins and ends as far from its bar lines', () => {
  const longer = valueOrThrow(applyPatternEdit(piece, createResizeEdit(piece, { bars: 6 }))).document;
  expect([longer.begins, longer.ends]).toEqual([3 * 840, 6 * 3360 - 840]);
  const three = valueOrThrow(applyPatternEdit(piece, createMetreEdit(piece, { beats: 3, unit: 4 }))).document;
  expect([three.begins, three.ends]).toEqual([2 * 840, 4 * 2520 - 840]);
  expect(validatePattern(three)).toEqual([]);
});

test('in notes twice as long the pickup is twice as long, and back it is what it was', () => {
  const doubled = valueOrThrow(
    applyPatternEdit(piece, valueOrThrow(doubleNoteValues(piece, [], createIdGenerator(piece)))),
  ).document;
  // A pickup of two beats, four bars, six beats: the bars before it are left out.
  expect(spanOf(doubled)).toEqual({ begins: 2 * 840, ends: 7 * 3360 - 2 * 840, bars: 7, cyclic: false });
  expect(flattenScore(doubled).length).toBe(2 * score.length);
});

test('places are named as they are counted', () => {
  const { limit, diagnostics } = analysePattern({ ...piece, tempo: 300 });
  const places = JSON.stringify([limit, diagnostics]);
  expect(places).not.toMatch(/"bar":5/);
  // Round and round, the last beat is followed by the pickup: beat 3 of bar 4, then beat 4 of bar 1.
  const round = analysePattern({ ...piece, cyclic: true, strokes: [stroke(2520, 1), stroke(4 * 3360 - 1680, 1)] });
  expect(sayMessage(round.limit?.reason ?? message('place.edge'))).toMatch(/bar 4, beat 3 → bar 1, beat 4/);
  for (const { pattern } of valueOrThrow(createLadder(piece, { target: 80 })).stages)
    expect(validatePattern(pattern)).toEqual([]);
});

const spanOf = ({ begins, ends, bars, cyclic }: Pattern) => ({ begins, ends, bars, cyclic });
const notesOf = ({ strokes }: Pattern) => strokes.map(({ at, string }) => `${at}/${string}`);

describe('out and in again', () => {
  test('the file of the house', () => {
    expect(valueOrThrow(parsePatternFile(serialisePattern(piece)))).toEqual(piece);
  });

  test('MusicXML: a bar 0 that is implicit, whole bars from 1 on, a short last bar', () => {
    const xml = exportMusicXml(score, []);
    expect(
      [...xml.matchAll(/<measure number="(\d+)"( implicit="yes")?/g)].map(
        ([, number, implicit]) => number + (implicit ? 'i' : ''),
      ),
    ).toEqual(['0i', '1', '2', '3']);
    const back = valueOrThrow(importMusicXml(xml, new SaxesParser())).pattern;
    expect(spanOf(back)).toEqual(spanOf(piece));
    expect(notesOf(back)).toEqual(notesOf(piece));
  });

  test('tablature shows the pickup with its count', () => {
    const tab = exportTab(score, [], 'x');
    expect(tab.split('\n').find((line) => /^\s+4\s/.test(line))).toBeDefined();
    expect(importTab(tab).ok).toBe(true);
  });

  test('MIDI: the pickup in a bar of its own, and that the piece ends', () => {
    const back = valueOrThrow(importMidi(exportMidi(score))).pattern;
    expect([back.begins, back.cyclic, back.bars]).toEqual([piece.begins, false, piece.bars]);
    expect(notesOf(back)).toEqual(notesOf(piece));
  });

  test.each([true, false])('a figure of one bar goes round or ends as it did: %p', (cyclic) => {
    const one = createPattern('One', { cyclic, strokes: [stroke(0, 5), stroke(840, 3)] });
    const flat = flattenScore(one);
    expect(valueOrThrow(importMidi(exportMidi(flat))).pattern.cyclic).toBe(cyclic);
    expect(valueOrThrow(importMusicXml(exportMusicXml(flat, []), new SaxesParser())).pattern.cyclic).toBe(cyclic);
  });
});
