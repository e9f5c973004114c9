/** The routes of the server: types of what each takes and answers, shared by server and web. */
export * from './account.ts';
export * from './documents.ts';
export * from './practice.ts';
export * from './room.ts';
export * from './routes.ts';
export * from './studio.ts';
export * from './takes.ts';
