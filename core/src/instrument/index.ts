export * from './pitch.ts';
export * from './tunings.ts';
export * from './instrument.ts';
export * from './custom-tuning.ts';
