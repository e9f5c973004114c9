/** Something the palette can go to or do. */
export interface PaletteItem {
  readonly key: string;
  readonly label: string;
  readonly group: PaletteGroup;
  /** What is shown behind it: its keys, or where it belongs. */
  readonly aside?: string;
  readonly run: () => void;
}

/** What items are about, in the order they are shown. */
export const PALETTE_GROUPS = ['here', 'pattern', 'song', 'student', 'place'] as const;

export type PaletteGroup = (typeof PALETTE_GROUPS)[number];

/** Items of a group that are shown at most, so that the others can be seen too. */
const MOST_OF_A_GROUP = 7;

const plain = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLocaleLowerCase();

/** How well a label answers words that were typed: 0 best, undefined where a word of them is missing. */
const rankOf = (label: string, words: readonly string[]): number | undefined => {
  const text = plain(label);
  if (!words.every((word) => text.includes(word))) return undefined;
  const first = words[0] ?? '';
  if (text.startsWith(first)) return 0;
  return text.split(/\s+/).some((word) => word.startsWith(first)) ? 1 : 2;
};

/**
 * The items that answer what was typed, by group and how well they answer; every word has to be found, in any order.
 * With nothing typed places come before what can be done here.
 */
export const findPaletteItems = (items: readonly PaletteItem[], typed: string): readonly PaletteItem[] => {
  const words = plain(typed).split(/\s+/).filter(Boolean);
  const found = items.flatMap((item, index) => {
    const rank = rankOf(item.label, words);
    return rank === undefined ? [] : [{ item, rank, index }];
  });
  const groups = words.length > 0 ? PALETTE_GROUPS : (['place', 'pattern', 'song', 'student', 'here'] as const);
  return groups.flatMap((group) =>
    found
      .filter(({ item }) => item.group === group)
      .sort((a, b) => a.rank - b.rank || a.index - b.index)
      .slice(0, MOST_OF_A_GROUP)
      .map(({ item }) => item),
  );
};
