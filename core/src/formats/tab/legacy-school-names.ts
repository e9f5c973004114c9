/** What the schools were called in the tablature of versions before 1.1. */
const LEGACY_SCHOOL_NAMES: Readonly<Record<string, string>> = {
  'one finger per string': 'one-per-string',
  'thumb and two fingers': 'three-finger',
  'thumb and index': 'thumb-index',
  'strict alternation': 'alternation',
  rolling: 'rolling',
  'finger sweep': 'finger-sweep',
  'pick and fingers': 'hybrid',
  'pick and middle with slurs': 'hybrid-legato',
  'alternate picking': 'alternate',
  'economy picking': 'economy',
  'one stroke a string': 'pick-legato',
};

/** The key of the school a line of facts ends with, as earlier versions named it. */
export const findSchoolByLegacyName = (facts: string): string | undefined =>
  Object.entries(LEGACY_SCHOOL_NAMES).find(([name]) => facts.endsWith(` · ${name}`))?.[1];
