/** What the tests use of chord-symbol, which comes without types. */
declare module 'chord-symbol/lib/chord-symbol-esm.js' {
  export const chordParserFactory: () => unknown;
}
