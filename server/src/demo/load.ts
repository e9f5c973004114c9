import { randomUUID } from 'node:crypto';
import { summaryOf } from '@fleet-wren/core';
import { hash } from '@node-rs/argon2';
import type { Db } from '../db/connection.ts';
import { AuthStore } from '../auth/auth.store.ts';
import { PatternsStore } from '../patterns/patterns.store.ts';
import { demoPatterns } from './patterns.ts';

/** How to get into the demo studio: no secret, it holds invented data only. */
export const DEMO_SIGN_IN = { email: 'teacher@fleet-wren.example', password: 'seven reeds at dusk' } as const;

const STUDENTS = ['Ottoline Marsh', 'Bertil Quay', 'Imre Sallow', 'Junia Weir', 'Tamsin Holt', 'Osric Penny'] as const;

/** Loads the demo studio once; a second start leaves everything as it is. */
export const loadDemo = async (db: Db): Promise<void> => {
  const auth = new AuthStore(db);
  if (await auth.findByEmail(DEMO_SIGN_IN.email)) return;
  const studio = { id: randomUUID(), name: 'The Boathouse' };
  await auth.createStudio(studio, {
    id: randomUUID(),
    name: 'Wilhelmina Reed',
    email: DEMO_SIGN_IN.email,
    passwordHash: await hash(DEMO_SIGN_IN.password),
  });
  await db('students').insert(STUDENTS.map((name) => ({ id: randomUUID(), studio_id: studio.id, name })));
  const patterns = new PatternsStore(db);
  for (const pattern of demoPatterns()) await patterns.insert(studio.id, pattern, summaryOf(pattern));
};
