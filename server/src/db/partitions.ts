import type { Knex } from 'knex';

/** The first year with a partition of its own; years before it share one. */
export const FIRST_YEAR = 2026;

/** Years beyond this one that have a partition already. */
const AHEAD = 1;

/** Makes the partition of a year; what is of that year already, as from a clock that was ahead, moves into it. */
const createYear = async (db: Knex, year: number): Promise<void> => {
  const table = `practice_events_${year}`;
  const { rows } = await db.raw<{ rows: readonly { there: string | null }[] }>('select to_regclass(?) as there', [
    table,
  ]);
  if (rows[0]?.there) return;
  const [from, to] = [Date.UTC(year, 0, 1), Date.UTC(year + 1, 0, 1)];
  await db.transaction(async (trx) => {
    const ofYear = `practice_events_other where at >= ${from} and at < ${to}`;
    await trx.raw(`create temp table moving on commit drop as select * from ${ofYear}`);
    await trx.raw(`delete from ${ofYear}`);
    await trx.raw(`create table ${table} partition of practice_events for values from (${from}) to (${to})`);
    await trx.raw('insert into practice_events select * from moving');
    await trx.raw('drop table moving');
  });
};

/**
 * Makes the partitions of the log for this year and the next. Without one, events go to the partition for all other
 * times, from where they are found as well.
 */
export const ensurePartitions = async (db: Knex, now: Date): Promise<void> => {
  for (let year = FIRST_YEAR; year <= now.getUTCFullYear() + AHEAD; year += 1) await createYear(db, year);
};
