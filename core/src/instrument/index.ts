export * from './pitch.ts';
export * from './tunings.ts';
export * from './instrument.ts';
