import type { Knex } from 'knex';
import * as first from './0001-studios-and-patterns.ts';
import * as second from './0002-set-up-and-library.ts';
import * as third from './0003-documents.ts';
import * as fourth from './0004-settings.ts';
import * as fifth from './0005-practice.ts';
import * as sixth from './0006-accounts.ts';
import * as seventh from './0007-recovery.ts';
import * as eighth from './0008-takes.ts';
import * as ninth from './0009-teachers.ts';
import * as tenth from './0010-second-factors.ts';
import * as eleventh from './0011-holds.ts';
import * as twelfth from './0012-search.ts';
import * as thirteenth from './0013-codes.ts';
import * as fourteenth from './0014-demo.ts';
import * as fifteenth from './0015-idempotency-keys.ts';
import * as sixteenth from './0016-standstills.ts';

/** All migrations by name; the names sort in the order they run. */
export const MIGRATIONS: Readonly<Record<string, Knex.Migration>> = {
  '0001-studios-and-patterns': first,
  '0002-set-up-and-library': second,
  '0003-documents': third,
  '0004-settings': fourth,
  '0005-practice': fifth,
  '0006-accounts': sixth,
  '0007-recovery': seventh,
  '0008-takes': eighth,
  '0009-teachers': ninth,
  '0010-second-factors': tenth,
  '0011-holds': eleventh,
  '0012-search': twelfth,
  '0013-codes': thirteenth,
  '0014-demo': fourteenth,
  '0015-idempotency-keys': fifteenth,
  '0016-standstills': sixteenth,
};
