/*
 * The voice that counts along, spoken by Debian's espeak-ng and kept with the project: one file of sound with all words
 * one after another, and a list of where each is and where in it the beat is felt. node scripts/generate-count-voice.mjs
 */
import { execFileSync } from 'node:child_process';
import { readFileSync, rmSync, writeFileSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { SPOKEN_WORDS, readWav, valueOrThrow, writeWav } from '../core/dist/index.js';
import { PROJECT_ROOT } from './lib/paths.mjs';

const FOLDER = join(PROJECT_ROOT, 'web', 'src', 'audio', 'voice');

/** What is said for each word of the count; letters are said by their names. */
const SAID = {
  '&': 'and',
  e: '[[i:]]',
  a: '[[@]]',
  trip: 'trip',
  let: 'let',
  la: '[[la:]]',
  li: '[[li:]]',
  ta: '[[ta:]]',
  7: "[[s'Evn]]",
  'finger p': "[[p'i:]]",
  'finger i': "[['aI]]",
  'finger m': "[['Em]]",
  'finger a': "[['eI]]",
  'finger c': "[[s'i:]]",
};

/** Words a minute, pitch, and pieces: quick and clear, so that sixteenths can be followed. */
const VOICE = ['-v', 'en-gb', '-s', '215', '-p', '42', '-a', '180'];

/** Share of its loudest below which a word is silent, and seconds kept before and after. */
const QUIET = 0.02;
const MARGIN = 0.004;
const LONGEST = 0.5;
const FADE = 0.03;

const loudestOf = (samples) => samples.reduce((most, value) => Math.max(most, Math.abs(value)), 0);

const speak = (folder, word) => {
  const file = join(folder, 'word.wav');
  execFileSync('espeak-ng', [...VOICE, '-w', file, SAID[word] ?? word]);
  return valueOrThrow(readWav(readFileSync(file)));
};

const trim = ({ samples, sampleRate }) => {
  const limit = QUIET * loudestOf(samples);
  const margin = Math.round(MARGIN * sampleRate);
  const first = Math.max(0, samples.findIndex((value) => Math.abs(value) > limit) - margin);
  const last = samples.findLastIndex((value) => Math.abs(value) > limit) + margin;
  const cut = samples.slice(first, Math.min(last, first + Math.round(LONGEST * sampleRate)));
  const gain = 0.9 / loudestOf(cut);
  const fade = Math.round(FADE * sampleRate);
  return cut.map((value, index) => value * gain * Math.min(1, (cut.length - index) / fade));
};

/** Samples to where a word is felt to fall: where its loudness has risen half way (after Marcus 1981). */
const beatOf = (samples, sampleRate) => {
  const width = Math.round(0.012 * sampleRate);
  const loudness = [];
  for (let from = 0; from + width <= samples.length; from += Math.round(width / 4))
    loudness.push({ at: from + width / 2, energy: Math.hypot(...samples.slice(from, from + width)) });
  const most = Math.max(...loudness.map(({ energy }) => energy));
  return Math.round(loudness.find(({ energy }) => energy >= most / 2).at);
};

const folder = mkdtempSync(join(tmpdir(), 'count-voice-'));
const clips = SPOKEN_WORDS.map((word) => {
  const spoken = speak(folder, word);
  return { word, samples: trim(spoken), sampleRate: spoken.sampleRate };
});
rmSync(folder, { recursive: true });

const [{ sampleRate }] = clips;
let from = 0;
const index = clips.map(({ word, samples }) => {
  const entry = { word, from, length: samples.length, beat: beatOf(samples, sampleRate) };
  from += samples.length;
  return entry;
});
const all = Float32Array.from(clips.flatMap(({ samples }) => [...samples]));
writeFileSync(join(FOLDER, 'count-voice.wav'), writeWav({ samples: all, sampleRate }));
writeFileSync(join(FOLDER, 'count-voice.json'), `${JSON.stringify({ sampleRate, clips: index }, null, 2)}\n`);
