import type { Knex } from 'knex';

/**
 * Whether somebody is stuck is told from attempts by tempo, which snapshots of before do not have: they are made afresh
 * from the log as practice goes on, and nobody is called stuck by the old rule.
 */
export const up = async (db: Knex): Promise<void> => {
  await db('assignments').update({
    snapshot: null,
    snapshot_to: null,
    standing: db.raw(`jsonb_set(standing, '{stuck}', 'null')`),
  });
};

export const down = (): Promise<void> => Promise.resolve();
