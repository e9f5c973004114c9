import { sayMessage, saySentence } from '@fleet-wren/wording';
import { valueOrThrow } from '../../errors/index.ts';
import { parseStringNotation } from '../../formats/index.ts';
import type { Pattern } from '../../pattern/index.ts';
import {
  PLAYER_MODELS,
  createTakeReference,
  assessPatternNotes,
  assessPatternTake,
  simulateNotes,
  simulateAudio,
  createPatternReference,
  createTimingStrips,
  TAKE_PARAMETERS,
  type SimulatedStroke,
  type PlayerModel,
  type TakeDiagnostic,
} from '../index.ts';

const STEADY: PlayerModel = { ...(PLAYER_MODELS.steady as PlayerModel), timingSpread: 0.004, levelSpread: 0.5 };

const figure = (text: string, tempo = 84): Pattern => ({
  ...valueOrThrow(parseStringNotation(text, { subdivision: 2, tempo, chord: 'Am' })).pattern,
  cyclic: true,
});

/** A finding with the figures behind it. */
const inFull = (finding: TakeDiagnostic): string =>
  [saySentence(finding.message), ...(finding.details ? [sayMessage(finding.details)] : [])].join(' ');

/** What is said of a take of notes that somebody steady plays, changed stroke by stroke. */
const said = (
  pattern: Pattern,
  change: (stroke: SimulatedStroke, place: number, cycle: number) => SimulatedStroke = (stroke) => stroke,
  being = STEADY,
): readonly string[] => {
  const each = pattern.strokes.length;
  const notes = simulateNotes(pattern, being, { cycles: 12, seed: 5 }).map((stroke) => {
    const asked = stroke.referenceIndex ?? 0;
    return change(stroke, asked % each, Math.floor(asked / each));
  });
  const sorted = [...notes].sort((a, b) => a.at - b.at);
  return valueOrThrow(assessPatternNotes(sorted, pattern)).findings.map(inFull);
};

const louder = (stroke: SimulatedStroke, decibels: number): SimulatedStroke => ({
  ...stroke,
  loudness: stroke.loudness * 10 ** (decibels / 20),
});

describe('fingers against each other', () => {
  const late = (asynchrony: PlayerModel['asynchrony']): PlayerModel => ({ ...STEADY, asynchrony });

  test('two fingers alone: which is ahead, not which is off the pulse', () => {
    const [sentence, ...others] = said(figure('5 3 5 3'), undefined, late({ i: 0.03 }));
    expect(sentence).toMatch(
      /^The thumb is ahead of the index finger\. (2[789]|3[0-3]) ms, each measured from where it should fall \(median\)\.$/,
    );
    expect(others).toEqual([]);
  });

  test('three fingers: the one that differs is named, however many of the notes it plays', () => {
    const [sentence, ...others] = said(figure('3 2 3 1 3 2 3 1'), undefined, late({ i: 0.03 }));
    expect(sentence).toMatch(/^The index finger is late compared with the other fingers\. (2[789]|3[0-3]) ms behind/);
    expect(others).toEqual([]);
  });
});

describe('what is said of a place', () => {
  const roll = figure('5 3 2 3 5 3 2 3');

  test('of a steady take nothing is said, of any place', () => {
    for (const text of ['5 3 2 3 5 3 2 3', '5 3 2 1 2 3', '6 4 3 4', '3 2 3 2 1 2 3 2'])
      expect(said(figure(text))).toEqual([]);
  });

  test('a digit late at one place is named with its place and what it follows; its other strokes are not', () => {
    const sentences = said(roll, (stroke, place) => (place === 6 ? { ...stroke, at: stroke.at + 0.024 } : stroke));
    expect(sentences).toEqual([
      expect.stringMatching(
        /^Beat 4: the middle finger is late, after the index finger\. 2[2-6] ms behind \(median\)\.$/,
      ),
    ]);
  });

  test('a stroke that comes louder where its digit changes string is said to stand out, and why', () => {
    const walk = figure('3 3 2 2 3 3 2 2');
    const pinned: Pattern = { ...walk, strokes: walk.strokes.map((stroke) => ({ ...stroke, pin: 'i' as const })) };
    const sentences = said(pinned, (stroke, place) => (place === 2 ? louder(stroke, 7) : stroke));
    expect(sentences).toEqual([
      expect.stringMatching(
        /^Beat 2: the index finger is louder than the same note elsewhere, with no accent written; it has just changed strings\. [67] dB louder\.$/,
      ),
    ]);
  });

  test('an accent that is asked for is heard, or is said not to be', () => {
    const accented: Pattern = {
      ...roll,
      strokes: roll.strokes.map((stroke, index) => (index === 2 ? { ...stroke, accent: true } : stroke)),
    };
    expect(said(accented)).toEqual([]);
    const flat = said(accented, (stroke, place) => (place === 2 ? louder(stroke, -4) : stroke));
    expect(flat).toEqual(['Beat 2: the accent is barely audible, hardly louder than the same note elsewhere.']);
  });

  test('a digit that is even where it stays and uneven where it changes string', () => {
    const walk = figure('3 3 2 2 3 3 2 2');
    const pinned: Pattern = { ...walk, strokes: walk.strokes.map((stroke) => ({ ...stroke, pin: 'i' as const })) };
    const sentences = said(pinned, (stroke, place, cycle) =>
      place % 2 === 0 ? { ...stroke, at: stroke.at + (cycle % 2 === 0 ? 0.03 : -0.03) } : stroke,
    );
    expect(sentences).toContainEqual(
      expect.stringMatching(
        /^The index finger is less even where it changes strings than where it stays\. ± \d\d ms at string changes, ± \d ms on one string\.$/,
      ),
    );
  });
});

describe('who tires', () => {
  const roll = figure('5 3 2 1 2 3', 90);

  test('a digit that gets later and softer is named, by notes and by sound', () => {
    const being = { ...STEADY, fatigue: { a: 0.9 } };
    expect(said(roll, undefined, being)).toContainEqual(
      expect.stringMatching(
        /^The ring finger gets later and softer towards the end\. 1\d ms later and [4-7] dB softer than at the start/,
      ),
    );
    const sound = simulateAudio(roll, being, { cycles: 12, seed: 5, sampleRate: TAKE_PARAMETERS.sampleRate });
    expect(valueOrThrow(assessPatternTake(sound, roll)).findings.map(inFull)).toContainEqual(
      expect.stringMatching(/^The ring finger gets .*softer towards the end/),
    );
  });

  test('its strip climbs: later time through by time through, at the tempo of the player', () => {
    const { score, digits } = createPatternReference(roll);
    const asked = createTakeReference(score, digits, 12);
    const notes = simulateNotes(roll, { ...STEADY, fatigue: { a: 1 } }, { cycles: 12, seed: 5 });
    const { heard } = valueOrThrow(assessPatternNotes(notes, roll));
    const strips = createTimingStrips(asked, heard);
    expect(strips.map(({ actuator }) => actuator)).toEqual(['p', 'i', 'm', 'a']);
    expect(strips.reduce((sum, { points }) => sum + points.length, 0)).toBe(heard.strokes.length);
    const ring = strips.at(-1)?.passMedians.map((middle) => middle?.asynchrony ?? 0) ?? [];
    expect(ring).toHaveLength(12);
    expect((ring[11] ?? 0) - (ring[0] ?? 0)).toBeGreaterThan(0.02);
    expect(strips[0]?.passMedians[3]?.passPosition).toBe(3.5);
  });
});

describe('where a take begins', () => {
  test('a figure that is the same twice over is heard from its first stroke, not from its middle', () => {
    const twice = figure('5 2 1 2 5 2 1 2', 96);
    for (const seed of [1, 2]) {
      const sound = simulateAudio(
        twice,
        { ...STEADY, deletionRate: 0.05 },
        { cycles: 6, seed, sampleRate: TAKE_PARAMETERS.sampleRate },
      );
      const { heard } = valueOrThrow(assessPatternTake(sound, twice));
      expect(Math.abs((heard.strokes[0]?.pulse ?? 0) - 0.6)).toBeLessThan(0.03);
      expect(heard.cycles).toBe(6);
    }
  });

  test('a string without a pluck of its own is heard, and how late its digit is is not claimed', () => {
    const roll = figure('5 3 2 1 2 3', 90);
    const sound = simulateAudio(roll, STEADY, { cycles: 5, seed: 2, sampleRate: TAKE_PARAMETERS.sampleRate });
    const judged = valueOrThrow(assessPatternTake(sound, roll));
    expect(judged.digits.map(({ timed }) => timed)).toEqual([true, true, true, true]);
    const pinched = figure('5+1 3 5+1 2', 90);
    const both = simulateAudio(pinched, STEADY, { cycles: 5, seed: 2, sampleRate: TAKE_PARAMETERS.sampleRate });
    const thumb = valueOrThrow(assessPatternTake(both, pinched)).digits.find(({ striker }) => striker === 'p');
    expect(thumb?.timed).toBe(false);
    const played = createPatternReference(pinched);
    const strips = createTimingStrips(
      createTakeReference(played.score, played.digits, 5),
      valueOrThrow(assessPatternTake(both, pinched)).heard,
    );
    const late = Object.fromEntries(strips.map(({ actuator, passMedians }) => [actuator, passMedians[2]?.asynchrony]));
    expect([late.p, late.a, typeof late.i, typeof late.m]).toEqual([null, null, 'number', 'number']);
  });
});
