/** Terms and counts that other texts are made of. */
export const terms = {
  'term.bars': '{count, plural, one {# bar} other {# bars}}',
} as const;
