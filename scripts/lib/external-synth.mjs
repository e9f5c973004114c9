import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureDebianPackages } from './postgres.mjs';

/** Sound fonts of Debian's packages. */
const FONTS = {
  large: '/usr/share/sounds/sf2/FluidR3_GM.sf2',
  small: '/usr/share/sounds/sf2/TimGM6mb.sf2',
  bank: '/usr/share/sounds/sf2/sf_GMbank.sf2',
};

/** Guitars of the sound fonts, by their program. */
const SOUNDS = {
  nylon: { font: FONTS.large, program: 24 },
  steel: { font: FONTS.large, program: 25 },
  'hollow body': { font: FONTS.large, program: 26 },
  'other nylon': { font: FONTS.small, program: 24 },
  'other steel': { font: FONTS.small, program: 25 },
  'third nylon': { font: FONTS.bank, program: 24 },
};

/** Guitars of patches that timidity plays, by their program. */
const PATCHES = { 'patch nylon': 24, 'patch steel': 25 };
const PATCH_LIST = '/etc/timidity/freepats.cfg';

/** Sees to it that the synthesisers and their sounds are there. */
export const ensureSynthesisers = () => {
  ensureDebianPackages('/usr/bin/fluidsynth', ['fluidsynth', 'fluid-soundfont-gm']);
  ensureDebianPackages(FONTS.small, ['timgm6mb-soundfont']);
  ensureDebianPackages('/usr/bin/csound', ['csound']);
  ensureDebianPackages(FONTS.bank, ['csound-soundfont']);
  ensureDebianPackages('/usr/share/doc/csound-plugins', ['csound-plugins']);
  ensureDebianPackages(PATCH_LIST, ['timidity', 'freepats']);
};

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

const inFolder = (work) => {
  const folder = mkdtempSync(join(tmpdir(), 'fleet-wren-foreign-'));
  try {
    return work(folder);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
};

const run = (program, words) => {
  const { status, stderr } = spawnSync(program, words, { encoding: 'utf8' });
  if (status !== 0) throw new Error(stderr);
};

/** A take as another synthesiser plays it (fluidsynth with free sound fonts, all from Debian’s packages). */
export const renderWithExternalSynth = (performance, sound, sampleRate) =>
  inFolder((folder) => {
    const { font, program } = SOUNDS[sound];
    const [midi, raw] = [join(folder, 'take.mid'), join(folder, 'take.raw')];
    writeFileSync(midi, midiOf(performance, program));
    const plain = ['-ni', '-g', '0.6', '-R', '0', '-C', '0', '-r', String(sampleRate), '-T', 'raw', '-O', 's16'];
    run('fluidsynth', [...plain, '-F', raw, font, midi]);
    const bytes = readFileSync(raw);
    const values = new Int16Array(bytes.buffer, bytes.byteOffset, bytes.length >> 1);
    return Float32Array.from({ length: Math.ceil(performance.seconds * sampleRate) }, (_, index) =>
      2 * index + 1 < values.length ? (values[2 * index] + values[2 * index + 1]) / 65_536 : 0,
    );
  });

/** The samples of a file of 16 bits and one channel, as many as a take has. */
const samplesOf = (wave, { seconds }, sampleRate) => {
  const bytes = readFileSync(wave);
  const from = bytes.indexOf('data') + 8;
  const values = new Int16Array(
    bytes.buffer.slice(bytes.byteOffset + from, bytes.byteOffset + bytes.length - ((bytes.length - from) % 2)),
  );
  return Float32Array.from({ length: Math.ceil(seconds * sampleRate) }, (_, index) => (values[index] ?? 0) / 32_768);
};

/** A take as patches play it (timidity and freepats, both from Debian’s packages). */
export const renderWithPatches = (performance, sound, sampleRate) =>
  inFolder((folder) => {
    const [midi, wave] = [join(folder, 'take.mid'), join(folder, 'take.wav')];
    writeFileSync(midi, midiOf(performance, PATCHES[sound]));
    const plain = [
      '-Ow1sl',
      '-s',
      String(sampleRate),
      '-EFreverb=d',
      '-EFchorus=d',
      '-A60',
      '--preserve-silence',
      '-c',
      PATCH_LIST,
    ];
    run('timidity', [...plain, '--output-mono', '-o', wave, midi]);
    return samplesOf(wave, performance, sampleRate);
  });

/** Plucked strings of physical models that are not ours, as csound has them. */
const MODELS = {
  waveguide: 'astring wgpluck2 0.68, p4 * 0.35, p5, 0.8, 0.35',
  toolkit: 'astring STKPlucked p5, p4 * 0.5',
};

const instrumentOf = (model) => `instr 1
  alevel linseg 1, p3 - 0.006, 1, 0.006, 0
  ${MODELS[model]}
  out astring * alevel
endin`;

const noteOf = ({ at, string, pitch, loudness }, index, strokes) => {
  const next = strokes.slice(index + 1).find((other) => other.string === string)?.at ?? at + 4;
  const seconds = Math.max(0.03, Math.min(next - at - 0.002, 4));
  const hertz = 440 * 2 ** ((pitch - 69) / 12);
  return `i1 ${[at, seconds, loudness, hertz].map((value) => value.toFixed(5)).join(' ')}`;
};

/** A take as another physical model plays it (csound, from Debian’s packages). */
export const renderWithPhysicalModel = (performance, sampleRate, model = 'waveguide') =>
  inFolder((folder) => {
    const [score, wave] = [join(folder, 'take.csd'), join(folder, 'take.wav')];
    const orchestra = `sr=${sampleRate}\nksmps=8\nnchnls=1\n0dbfs=1\n${instrumentOf(model)}`;
    const notes = performance.strokes.map(noteOf).join('\n');
    writeFileSync(
      score,
      `<CsoundSynthesizer>\n<CsOptions>\n-d -m0 -W -s -o ${wave}\n</CsOptions>\n<CsInstruments>\n${orchestra}\n</CsInstruments>\n<CsScore>\n${notes}\n</CsScore>\n</CsoundSynthesizer>\n`,
    );
    run('csound', [score]);
    return samplesOf(wave, performance, sampleRate);
  });
