export * from './pitch.ts';
export * from './tunings.ts';
export * from './instrument.ts';
export * from './custom-tuning.ts';
export { readTuningWords, splitNotes } from './tuning-words.ts';
