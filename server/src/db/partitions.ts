import type { Knex } from 'knex';

/** Years beyond this one that have a partition already. */
const AHEAD = 1;

const createYear = async (db: Knex, year: number): Promise<void> => {
  const [from, to] = [Date.UTC(year, 0, 1), Date.UTC(year + 1, 0, 1)];
  await db.raw(
    `create table if not exists practice_events_${year} partition of practice_events for values from (${from}) to (${to})`,
  );
};

/**
 * Makes the partitions of the log for this year and the next. Without one, events go to the partition for all other times, from
 * where they are found as well.
 */
export const ensurePartitions = async (db: Knex, now: Date): Promise<void> => {
  for (let year = 2026; year <= now.getUTCFullYear() + AHEAD; year += 1) await createYear(db, year);
};
