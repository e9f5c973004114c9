import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Programs of the sound font: nylon and steel strings. */
const PROGRAMS = { nylon: 24, steel: 25 };

const FONT = '/usr/share/sounds/sf2/FluidR3_GM.sf2';

const lengthBytes = (ticks) => {
  const bytes = [ticks & 127];
  for (let rest = ticks >> 7; rest > 0; rest >>= 7) bytes.unshift((rest & 127) | 128);
  return bytes;
};

const word = (value, bytes) => Array.from({ length: bytes }, (_, index) => (value >> (8 * (bytes - 1 - index))) & 255);

/** Notes on and off, a channel a string: a string that is struck again stops. */
const eventsOf = ({ strokes }) =>
  strokes
    .flatMap(({ at, string, pitch, loudness }, index) => {
      const next = strokes.slice(index + 1).find((other) => other.string === string)?.at ?? at + 4;
      const velocity = Math.max(1, Math.min(127, Math.round(127 * Math.sqrt(loudness))));
      return [
        [at, [0x90 | (string - 1), pitch, velocity]],
        [Math.min(next - 0.002, at + 4), [0x80 | (string - 1), pitch, 0]],
      ];
    })
    .sort((a, b) => a[0] - b[0]);

const midiOf = (performance, program) => {
  const bytes = [];
  for (let channel = 0; channel < 6; channel += 1) bytes.push(0, 0xc0 | channel, program);
  // A quarter is a second, a tick a millisecond.
  bytes.push(0, 0xff, 0x51, 3, 0x0f, 0x42, 0x40);
  let last = 0;
  for (const [at, message] of eventsOf(performance)) {
    const tick = Math.round(at * 1000);
    bytes.push(...lengthBytes(Math.max(0, tick - last)), ...message);
    last = Math.max(last, tick);
  }
  bytes.push(...lengthBytes(1500), 0xff, 0x2f, 0);
  const head = [0x4d, 0x54, 0x68, 0x64, ...word(6, 4), ...word(0, 2), ...word(1, 2), ...word(1000, 2)];
  return Uint8Array.from([...head, 0x4d, 0x54, 0x72, 0x6b, ...word(bytes.length, 4), ...bytes]);
};

/** A take as another synthesiser plays it (fluidsynth with a free sound font, both from Debian’s packages). */
export const renderWithExternalSynth = (performance, sound, sampleRate) => {
  const folder = mkdtempSync(join(tmpdir(), 'fleet-wren-foreign-'));
  const [midi, raw] = [join(folder, 'take.mid'), join(folder, 'take.raw')];
  try {
    writeFileSync(midi, midiOf(performance, PROGRAMS[sound]));
    const plain = ['-ni', '-g', '0.6', '-R', '0', '-C', '0', '-r', String(sampleRate), '-T', 'raw', '-O', 's16'];
    const { status, stderr } = spawnSync('fluidsynth', [...plain, '-F', raw, FONT, midi], { encoding: 'utf8' });
    if (status !== 0) throw new Error(stderr);
    const bytes = readFileSync(raw);
    const values = new Int16Array(bytes.buffer, bytes.byteOffset, bytes.length >> 1);
    return Float32Array.from({ length: Math.ceil(performance.seconds * sampleRate) }, (_, index) =>
      2 * index + 1 < values.length ? (values[2 * index] + values[2 * index + 1]) / 65_536 : 0,
    );
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
};
