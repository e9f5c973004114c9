export * from './pitch.ts';
export * from './tunings.ts';
export * from './instrument.ts';
export * from './own-tuning.ts';
