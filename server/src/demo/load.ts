import { randomUUID } from 'node:crypto';
import { hash } from '@node-rs/argon2';
import { AuthStore } from '../auth/auth.store.ts';
import type { SystemPrincipal } from '../auth/principal.ts';
import type { Db } from '../db/connection.ts';
import { StudioDb } from '../db/studio-db.ts';
import { buildDemo } from './build.ts';
import { insertDemo } from './insert.ts';

/** How to get into the demo studio: no secret, it holds invented data only. */
export const DEMO_SIGN_IN = { email: 'teacher@fleet-wren.example', password: 'seven reeds at dusk' } as const;

/** Loads the demo studio once; a second start leaves everything as it is. */
export const loadDemo = async (db: Db): Promise<void> => {
  const auth = new AuthStore(db);
  if (await auth.findByEmail(DEMO_SIGN_IN.email)) return;
  const house: SystemPrincipal = { kind: 'house', studioId: randomUUID() };
  const teacher = { id: randomUUID(), name: 'Wilhelmina Reed', email: DEMO_SIGN_IN.email };
  const passwordHash = await hash(DEMO_SIGN_IN.password);
  await auth.createStudio({ id: house.studioId, name: 'The Boathouse' }, { ...teacher, passwordHash });
  await insertDemo(new StudioDb(db).scopeFor(house), buildDemo(Date.now()));
};
