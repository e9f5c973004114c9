/** A chord as degrees above its root, before it has one: intervals by number and quality, `3m`, `9M`. */
export interface ChordShape {
  readonly intervals: readonly string[];
  /** Characters of the text that were understood: all of them where nothing is wrong. */
  readonly read: number;
}

/** What is known of a chord while its symbol is read. */
interface Draft {
  third: 'M' | 'm' | null;
  fifth: string | null;
  seventh: string | null;
  /** Suspended tones, added ones and tensions: by number. */
  readonly tones: Map<number, string>;
  readonly omitted: Set<number>;
  /** Whether a seventh, where one comes, is a major one. */
  hasMajorSeventh: boolean;
  isDiminished: boolean;
  /** Whether a seventh or more was named, after which `-` and `+` alter what follows. */
  isTall: boolean;
}

/** What a piece of a symbol means; `false` where it makes no sense after what came before. */
type Rule = readonly [pattern: RegExp, apply: (draft: Draft, match: RegExpExecArray) => unknown];

const seventhOf = ({ hasMajorSeventh, isDiminished }: Draft): string => {
  if (hasMajorSeventh) return '7M';
  return isDiminished ? '7d' : '7m';
};

/** Sevenths and what is stacked on them; an eleventh below a thirteenth is left out, as it is played. */
const stack = (draft: Draft, number: number): void => {
  draft.isTall = true;
  draft.seventh ??= seventhOf(draft);
  if (number >= 9 && !draft.tones.has(9)) draft.tones.set(9, '9M');
  if (number === 11) draft.tones.set(11, '11P');
  if (number === 13) draft.tones.set(13, '13M');
  // In a major eleventh the third rubs: it is not part of it.
  if (number === 11 && draft.third === 'M') draft.third = null;
};

const NATURAL: Readonly<Record<number, string>> = { 5: '5P', 6: '6M', 9: '9M', 11: '11P', 13: '13M' };

/** Semitones by which a sign moves a degree, as a quality of the interval. */
const altered = (number: number, isRaised: boolean): string => {
  if (isRaised) return `${number}A`;
  return number === 5 || number === 11 ? `${number}d` : `${number}m`;
};

const alter = (draft: Draft, isRaised: boolean, number: number): void => {
  if (number === 5) {
    // Both fifths, as in an altered dominant: the second is a tone more.
    if (draft.fifth === '5d' && isRaised) draft.tones.set(13, '13m');
    else if (draft.fifth === '5A' && !isRaised) draft.tones.set(11, '11A');
    else draft.fifth = altered(5, isRaised);
    return;
  }
  const tall = number === 4 ? 11 : number;
  const degree = tall === 6 ? 13 : tall;
  const before = draft.tones.get(degree);
  const now = altered(degree, isRaised);
  // ♭9 and ♯9 stand beside each other.
  if (degree === 9 && (before === '9m' || before === '9A') && before !== now) draft.tones.set(10, now);
  else draft.tones.set(degree, now);
};

const DEGREE_OF_ADDED: Readonly<Record<number, number>> = { 2: 9, 4: 11, 6: 6, 9: 9, 11: 11, 13: 13 };

const add = (draft: Draft, sign: string, number: number): void => {
  const degree = DEGREE_OF_ADDED[number] as number;
  draft.tones.set(degree, sign === '' ? (NATURAL[degree] as string) : altered(degree, /[#+]/.test(sign)));
};

const suspend = (draft: Draft, how: string): void => {
  draft.third = null;
  if (how.includes('2')) draft.tones.set(2, '2M');
  if (how !== '2') draft.tones.set(4, '4P');
};

const isAtStart = ({ isTall, third, tones, fifth }: Draft): boolean =>
  !isTall && third === 'M' && fifth === '5P' && tones.size === 0;

/** Rules by order: what is longer, or would be misread as something shorter, comes first. */
const RULES: readonly Rule[] = [
  [/^(?:[(),\s]|\/(?=[Mm]))+/, () => undefined],
  [
    /^(?:no|omit)(3|5|1|root)(?:rd|th)?/i,
    (draft, [, what]) => void draft.omitted.add(what === 'root' ? 1 : Number(what)),
  ],
  [/^add([b#]?)(2|4|6|9|11|13)/i, (draft, [, sign = '', number]) => add(draft, sign, Number(number))],
  [/^sus(2sus4|4sus2|24|42|4|2|)/i, (draft, [, how = '']) => suspend(draft, how)],
  [
    /^alt(?:ered)?/i,
    (draft) => {
      stack(draft, 7);
      draft.fifth = null;
      for (const [degree, tone] of [
        [9, '9m'],
        [10, '9A'],
        [13, '13m'],
      ] as const)
        draft.tones.set(degree, tone);
    },
  ],
  [
    /^(?:ø|half-?dim)7?/i,
    (draft) => {
      [draft.third, draft.fifth, draft.isTall] = ['m', '5d', true];
      draft.seventh ??= '7m';
    },
  ],
  [/^(?:dim|°|o(?=7|9|M|$|[/(]))/i, (draft) => ([draft.third, draft.fifth, draft.isDiminished] = ['m', '5d', true])],
  [
    /^(?:[Mm]aj|MAJ|major|[Mm]a(?!r)|M|Δ|△|\^)(?=7|9|11|13|[#b+(-]|\s|$|add|sus|no|omit|\/|,|\))/,
    (draft, [word = '']) => {
      draft.hasMajorSeventh = true;
      if (/[Δ△^]/.test(word)) draft.seventh = '7M';
    },
  ],
  [/^(?:[Mm]aj|major|ma|M)(?=6)/, () => undefined],
  [/^(?:min|minor|mi|m)(?!aj7?b)/, (draft) => draft.third === 'M' && (draft.third = 'm')],
  [/^(?:aug(?:mented)?)/i, (draft) => (draft.fifth = '5A')],
  [/^dom(?=7|9|11|13)/i, () => undefined],
  [
    /^(?:6\/9|69|6add9)/i,
    (draft) => {
      draft.tones.set(6, '6M');
      draft.tones.set(9, '9M');
    },
  ],
  // After a seventh signs alter what follows; before it they are minor and augmented.
  [/^([b#])(4|5|6|9|11|13)/, (draft, [, sign, number]) => alter(draft, sign === '#', Number(number))],
  [/^[#+]7/, (draft) => ([draft.hasMajorSeventh, draft.seventh, draft.isTall] = [true, '7M', true])],
  [/^([+-])(4|5|9|11|13)/, (draft, [, sign, number]) => alter(draft, sign === '+', Number(number))],
  [/^-/, (draft) => (draft.third = 'm')],
  [/^\+/, (draft) => (draft.fifth = '5A')],
  [
    /^\/?(13|11|9|7)/,
    (draft, [, number]) => {
      if (!draft.isTall) return stack(draft, Number(number));
      return Number(number) > 7 && draft.tones.set(Number(number), NATURAL[Number(number)] as string);
    },
  ],
  [/^6/, (draft) => !draft.tones.has(6) && draft.tones.set(6, '6M')],
  [/^5/, (draft) => isAtStart(draft) && !draft.omitted.has(3) && draft.omitted.add(3)],
  [/^4/, (draft) => isAtStart(draft) && suspend(draft, '4')],
  [/^2/, (draft) => add(draft, '', 2)],
];

/** A sign at a symbol's start that makes it minor or augmented, where after a seventh it would alter a degree. */
const STARTS: readonly Rule[] = [
  [/^-(?!5)/, (draft) => (draft.third = 'm')],
  [/^\+(?!5)/, (draft) => (draft.fifth = '5A')],
];

const byDegree = (interval: string): number => Number(/^\d+/.exec(interval)?.[0]);

const listIntervals = ({ third, fifth, seventh, tones, omitted }: Draft): readonly string[] => {
  const all = ['1P', third && `3${third}`, fifth, seventh, ...tones.values()].filter((interval): interval is string =>
    Boolean(interval),
  );
  return all.filter((interval) => !omitted.has(byDegree(interval))).sort((a, b) => byDegree(a) - byDegree(b));
};

/**
 * Reads what stands behind a chord's root: `m7b5`, `ø7`, `maj9`, `7(#9,b13)`, `add11`, `7sus2`.
 * @example
 * readChordShape('m7b5').intervals.join(' ') // => '1P 3m 5d 7m'
 */
export const readChordShape = (text: string): ChordShape => {
  const draft: Draft = {
    third: 'M',
    fifth: '5P',
    seventh: null,
    tones: new Map(),
    omitted: new Set(),
    hasMajorSeventh: false,
    isDiminished: false,
    isTall: false,
  };
  let read = 0;
  while (read < text.length) {
    const rest = text.slice(read);
    const rules = isAtStart(draft) ? [...STARTS, ...RULES] : RULES;
    const found = rules.flatMap(([pattern, apply]) => {
      const match = pattern.exec(rest);
      return match && match[0].length > 0 ? [{ match, apply }] : [];
    })[0];
    if (!found) break;
    if (found.apply(draft, found.match) === false) break;
    read += found.match[0].length;
  }
  return { intervals: listIntervals(draft), read };
};
