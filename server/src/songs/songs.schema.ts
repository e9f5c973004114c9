import Joi from 'joi';
import { versionNumber, words } from '../common/words.ts';

/** A song to be kept; the document itself is checked by core. */
export interface NewSong {
  readonly song: unknown;
}

export const newSongSchema = Joi.object<NewSong>({ song: Joi.any().required() });

/** A changed song, and the version the change was made on. */
export interface ChangedSong extends NewSong {
  readonly version: number;
}

export const changedSongSchema = Joi.object<ChangedSong>({
  song: Joi.any().required(),
  version: versionNumber().required(),
});

/** How the list of songs is asked for. */
export interface SongQuery {
  readonly search: string;
  readonly limit: number;
  readonly after?: string;
}

export const songQuerySchema = Joi.object<SongQuery>({
  search: words(120).trim().allow('').default('').messages({ '*': 'request.search-length' }),
  limit: Joi.number().integer().min(1).max(100).default(40),
  after: words(200),
});
