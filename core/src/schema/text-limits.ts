/**
 * Whether a text can be kept and sent everywhere: it holds no NUL and no half of a character (a lone surrogate).
 * @example
 * isStorableText('a\u0000b') // => false
 */
export const isStorableText = (text: string): boolean => !/\0|\p{Surrogate}/u.test(text);

/** How long the short texts of a document may be, in characters. */
export const TEXT_LIMITS = { id: 64, chord: 60, tuning: 60, key: 80, school: 80, weight: 40 } as const;
