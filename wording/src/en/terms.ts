/** Terms and counts that other texts are made of. */
export const terms = {
  'term.bars': '{count, plural, one {# bar} other {# bars}}',
  'term.notes': '{count, plural, one {# note} other {# notes}}',
  'term.issues': '{count, plural, one {# issue} other {# issues}}',
} as const;
