export const library = {
  'library.standard-patterns': 'Standard patterns',
} as const;
