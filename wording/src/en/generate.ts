export const generate = {
  'generate.pattern-types': 'Pattern types',
  'generate.generate-a-pattern': 'Generate a pattern',
  'generate.tuning': 'Tuning',
  'generate.chord': 'Chord',
  'generate.tempo': 'Tempo',
} as const;
