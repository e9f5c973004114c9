import fc from 'fast-check';
import { valueOrThrow, type Result } from '../../errors/index.ts';
import { sayProblem } from '@fleet-wren/wording';
import { readWav, writeWav } from '../index.ts';

const said = (result: Result<unknown>): string =>
  result.ok ? 'judged' : result.problems.map((one) => `${one.code}: ${sayProblem(one)}`).join(' ');

describe('sound files', () => {
  const samples = Float32Array.from({ length: 500 }, (_, index) => Math.sin(index / 9));

  test('what is written is read again, to a step of 16 bits', () => {
    const read = valueOrThrow(readWav(writeWav({ samples, sampleRate: 44_100 })));
    expect(read.sampleRate).toBe(44_100);
    samples.forEach((value, index) => expect(Math.abs((read.samples[index] ?? 9) - value)).toBeLessThan(1 / 20_000));
  });

  test('two sides are written beside each other, and read as their middle', () => {
    const right = samples.map((value) => -value / 2);
    const bytes = writeWav({ samples, sampleRate: 22_050 }, right);
    expect(new DataView(bytes.buffer).getUint16(22, true)).toBe(2);
    const read = valueOrThrow(readWav(bytes)).samples;
    expect(read).toHaveLength(500);
    read.forEach((value, index) => expect(value).toBeCloseTo((samples[index] ?? 9) / 4, 3));
  });

  test.each([
    ['nothing', new Uint8Array(0), /not a WAV file/],
    ['a head alone', writeWav({ samples, sampleRate: 22_050 }).slice(0, 40), /not a WAV file|no sound/],
    ['a packing of its own', writeWav({ samples, sampleRate: 22_050 }).with(20, 85), /encoding is not supported/],
    ['no channels', writeWav({ samples, sampleRate: 22_050 }).with(22, 0), /channels/],
    ['a rate nobody has', writeWav({ samples, sampleRate: 22_050 }).with(27, 9), /sample rate of \d+ Hz/],
  ])('%s is refused', (_what, bytes, words) => {
    expect(said(readWav(bytes))).toMatch(words);
  });

  test('whatever bytes there are, they are read or refused', () => {
    const good = writeWav({ samples, sampleRate: 22_050 });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(good.length - 1), fc.nat(255)), { maxLength: 6 }),
        fc.nat(good.length),
        (changes, cut) => {
          const bytes = good.slice(0, cut === 0 ? good.length : cut);
          for (const [at, value] of changes) if (at < bytes.length) bytes[at] = value;
          const read = readWav(bytes);
          if (read.ok) expect(read.value.samples.every(Number.isFinite)).toBe(true);
        },
      ),
      { numRuns: 300 },
    );
  });
});
