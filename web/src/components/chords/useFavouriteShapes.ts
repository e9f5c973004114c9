import type { FavouriteShape } from '@fleet-wren/contract';
import { isDeepEqual, type RankedVoicing, type Instrument, type Voicing } from '@fleet-wren/core';
import { useUpdateSettings, useSettings } from '../../api/settings.ts';

type Shown = Pick<RankedVoicing, 'voicing' | 'isCommonShape'>;

/** No shapes. */
export const EMPTY_SHAPES: readonly Shown[] = [];
const NO_FAVOURITES: readonly FavouriteShape[] = [];

/** The studio's favourites come first where they are what was asked for; with nothing typed all of them do. */
export const sortFavouritesFirst = (
  shapes: readonly Shown[],
  favourites: readonly Voicing[],
  symbol: string,
): readonly Shown[] => {
  const fitting = favourites.filter(({ chord }) => symbol === '' || chord === symbol);
  const others = shapes.filter(({ voicing }) => !fitting.some((one) => isDeepEqual(one, voicing)));
  return [...fitting.map((voicing) => ({ voicing, isCommonShape: true })), ...others];
};

/** The shapes the studio keeps at hand for an instrument, and how one is put among them or let go. */
export const useFavouriteShapes = ({ pitches }: Instrument) => {
  const { favourites: all = NO_FAVOURITES } = useSettings();
  const change = useUpdateSettings();
  const same = (one: FavouriteShape, voicing: Voicing): boolean =>
    one.pitches.join() === pitches.join() && isDeepEqual(one.voicing, voicing);
  return {
    favourites: all.filter((one) => one.pitches.join() === pitches.join()).map(({ voicing }) => voicing),
    isLiked: (voicing: Voicing): boolean => all.some((one) => same(one, voicing)),
    like: ({ chord, frets }: Voicing): void => {
      const voicing = { chord, frets };
      change.mutate(({ favourites = NO_FAVOURITES, ...settings }) => ({
        ...settings,
        favourites: favourites.some((one) => same(one, voicing))
          ? favourites.filter((one) => !same(one, voicing))
          : [...favourites, { pitches, voicing }].slice(-300),
      }));
    },
  };
};
