import { randomUUID } from 'node:crypto';
import { hash } from '@node-rs/argon2';
import { AuthStore } from '../auth/auth.store.ts';
import type { House } from '../auth/principal.ts';
import type { Db } from '../db/connection.ts';
import { StudioDb } from '../db/studio-db.ts';
import { DocumentsStore } from '../documents/documents.store.ts';
import { besideOf } from '../summaries/summaries.service.ts';
import { summarise } from '../summaries/work.ts';
import { writingOf } from '../songs/songs.service.ts';
import { demoPatterns } from './patterns.ts';
import { loadDemoPractice } from './practice.ts';
import { demoSongs } from './songs.ts';

/** How to get into the demo studio: no secret, it holds invented data only. */
export const DEMO_SIGN_IN = { email: 'teacher@fleet-wren.example', password: 'seven reeds at dusk' } as const;

/** Loads the demo studio once; a second start leaves everything as it is. */
export const loadDemo = async (db: Db): Promise<void> => {
  const auth = new AuthStore(db);
  if (await auth.findByEmail(DEMO_SIGN_IN.email)) return;
  const house: House = { kind: 'house', studioId: randomUUID() };
  const teacher = { id: randomUUID(), name: 'Wilhelmina Reed', email: DEMO_SIGN_IN.email };
  const passwordHash = await hash(DEMO_SIGN_IN.password);
  await auth.createStudio({ id: house.studioId, name: 'The Boathouse' }, { ...teacher, passwordHash });
  const scope = new StudioDb(db).for(house);
  const patterns = demoPatterns();
  const documents = new DocumentsStore();
  const sources = new Map<string, string>();
  // One after another, so that the one to look at first is the latest worked on.
  for (const pattern of patterns) {
    const beside = besideOf(pattern, summarise({ pattern, estimates: {} }));
    const [kept] = await documents.insert(scope, 'pattern', [{ name: pattern.name, document: pattern, beside }]);
    if (kept) sources.set(pattern.name, kept.id);
  }
  await loadDemoPractice(scope, { patterns, sources }, Date.now());
  for (const song of demoSongs().slice().reverse()) await documents.insert(scope, 'song', [writingOf(song)]);
};
