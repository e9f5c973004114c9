import { message, type Message } from '../message/index.ts';

/** What skills are about, in the order they are shown. */
export const SKILL_KINDS = [
  'thumb',
  'together',
  'independence',
  'turns',
  'movement',
  'rhythm',
  'fretting',
  'tone',
  'pick',
  'memory',
] as const;

/** What a skill is about. */
export type SkillKind = (typeof SKILL_KINDS)[number];

const define = <Code extends string, Kind extends SkillKind>(
  code: Code,
  kind: Kind,
  difficulty: number,
  needs: readonly string[] = [],
) => ({ code, kind, difficulty, needs });

/**
 * Everything a figure can ask of a hand, easiest first within its kind: how much harder it is than a steady thumb, in
 * logits (est.), and what comes before it (common practice, no source).
 */
const DEFINED = [
  define('thumb-steady', 'thumb', 0),
  define('thumb-alternating', 'thumb', 0.3, ['thumb-steady']),
  define('thumb-on-trebles', 'thumb', 0.6, ['thumb-steady']),
  define('thumb-falling', 'thumb', 0.8, ['thumb-alternating', 'eighths']),
  define('thumb-walking', 'thumb', 0.9, ['thumb-alternating']),
  define('pinch-one', 'together', 0.3, ['thumb-steady']),
  define('pluck-two', 'together', 0.4, ['p-i']),
  define('pinch-two', 'together', 0.6, ['pinch-one']),
  define('pluck-three', 'together', 0.7, ['pluck-two']),
  define('pinch-three', 'together', 0.9, ['pinch-two']),
  define('between-thumbs', 'independence', 0.4, ['eighths', 'p-i']),
  define('on-and-between', 'independence', 1.1, ['between-thumbs', 'pinch-one', 'i-m']),
  define('syncopated', 'independence', 1.3, ['on-and-between']),
  define('p-i', 'turns', 0),
  define('p-m', 'turns', 0.1, ['p-i']),
  define('i-m', 'turns', 0.2, ['p-i']),
  define('m-i', 'turns', 0.3, ['i-m']),
  define('p-a', 'turns', 0.3, ['p-m']),
  define('i-a', 'turns', 0.6, ['i-m']),
  define('a-i', 'turns', 0.6, ['i-a']),
  define('m-a', 'turns', 0.8, ['i-m']),
  define('a-m', 'turns', 0.9, ['m-a']),
  define('little-finger', 'turns', 1.6, ['m-a']),
  define('roll-forward', 'movement', 0.4, ['i-m']),
  define('string-skip', 'movement', 0.5, ['i-m']),
  define('same-finger', 'movement', 0.6, ['p-i']),
  define('roll-back', 'movement', 0.7, ['m-i', 'roll-forward']),
  define('one-string', 'movement', 0.8, ['m-i']),
  define('crossed-fingers', 'movement', 1.4, ['roll-back']),
  define('tremolo', 'movement', 2, ['one-string', 'a-m', 'p-a']),
  define('eighths', 'rhythm', 0.1, ['thumb-steady']),
  define('triplets', 'rhythm', 0.6, ['eighths']),
  define('swing', 'rhythm', 0.7, ['eighths']),
  define('sixteenths', 'rhythm', 0.8, ['eighths']),
  define('odd-metre', 'rhythm', 0.9, ['eighths']),
  define('odd-groups', 'rhythm', 1.4, ['eighths', 'thumb-alternating']),
  define('chord-changes', 'fretting', 0.4, ['thumb-steady']),
  define('hammer-on', 'fretting', 0.6),
  define('slide', 'fretting', 0.7),
  define('pull-off', 'fretting', 0.8, ['hammer-on']),
  define('quick-changes', 'fretting', 1.1, ['chord-changes']),
  define('barre', 'fretting', 1.2, ['chord-changes']),
  define('bend', 'fretting', 1.2, ['slide']),
  define('ornament', 'fretting', 1.3, ['pull-off']),
  define('accent', 'tone', 0.5, ['thumb-steady']),
  define('palm-mute', 'tone', 0.5, ['thumb-steady']),
  define('brush', 'tone', 0.6),
  define('rolled-chord', 'tone', 0.7, ['pinch-two']),
  define('natural-harmonic', 'tone', 0.8),
  define('harp-harmonic', 'tone', 2, ['natural-harmonic', 'p-a']),
  define('pick-alternating', 'pick', 0.2),
  define('pick-pinch', 'pick', 0.7, ['pinch-one']),
  define('pick-crossing', 'pick', 0.8, ['pick-alternating']),
  define('pick-and-finger', 'pick', 0.8),
  define('pick-sweep', 'pick', 1.2, ['pick-crossing', 'eighths']),
  define('phrase', 'memory', 0.5, ['thumb-alternating']),
  define('whole-part', 'memory', 1.2, ['phrase']),
] as const;

/** The code of a skill. */
export type SkillCode = (typeof DEFINED)[number]['code'];

/** Something a figure can ask of a hand. */
export interface Skill {
  readonly code: SkillCode;
  readonly kind: SkillKind;
  /** Logits by which it is harder than a steady thumb, at the same share of the max tempo (est.). */
  readonly difficulty: number;
  /** What comes before it. */
  readonly needs: readonly SkillCode[];
}

/** All skills, by kind and from easy to hard. */
export const SKILLS = DEFINED as unknown as readonly Skill[];

const byCode: ReadonlyMap<SkillCode, Skill> = new Map(SKILLS.map((skill) => [skill.code, skill]));

/** Every code of a skill. */
export const SKILL_CODES: readonly SkillCode[] = SKILLS.map(({ code }) => code);

/**
 * The skill of a code.
 * @example
 * getSkill('tremolo').kind // => 'movement'
 */
export const getSkill = (code: SkillCode): Skill => byCode.get(code) as Skill;

/**
 * What a skill is called.
 * @example
 * skillName('tremolo').code // => 'skill.tremolo.name'
 */
export const skillName = (code: SkillCode): Message => message(`skill.${code}.name`);

/**
 * What a skill is, in a sentence.
 * @example
 * skillMeaning('tremolo').code // => 'skill.tremolo.means'
 */
export const skillMeaning = (code: SkillCode): Message => message(`skill.${code}.means`);

/**
 * Skills with all that comes before them, in the order of the catalogue.
 * @example
 * withPrerequisites(['m-i']).join(' ') // => 'p-i i-m m-i'
 */
export const withPrerequisites = (codes: Iterable<SkillCode>): readonly SkillCode[] => {
  const found = new Set<SkillCode>();
  const add = (code: SkillCode): void => {
    if (found.has(code)) return;
    found.add(code);
    getSkill(code).needs.forEach(add);
  };
  for (const code of codes) add(code);
  return SKILL_CODES.filter((code) => found.has(code));
};
