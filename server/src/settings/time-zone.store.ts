import type { StudioScope } from '../db/studio-db.ts';

/** The time zone a studio’s days begin in, if it has set one. */
export const findTimeZone = async (scope: StudioScope): Promise<string | undefined> => {
  const [row] = (await scope
    .rows('documents')
    .where({ kind: 'settings', deleted_at: null })
    .select(scope.raw("document->>'timeZone' as zone"))) as readonly { readonly zone: string | null }[];
  return row?.zone ?? undefined;
};
