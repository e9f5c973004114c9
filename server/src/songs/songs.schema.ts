import type { PageQuery } from '@fleet-wren/contract';
import Joi from 'joi';
import { versionField, textField } from '../common/joi-fields.ts';

/** A song to be kept; the document itself is checked by core. */
export interface CreateSongRequest {
  readonly song: unknown;
}

export const createSongRequestSchema = Joi.object<CreateSongRequest>({ song: Joi.any().required() });

/** A changed song, and the version the change was made on. */
export interface UpdateSongRequest extends CreateSongRequest {
  readonly version: number;
}

export const updateSongRequestSchema = Joi.object<UpdateSongRequest>({
  song: Joi.any().required(),
  version: versionField().required(),
});

/** How the list of songs is asked for, with what is taken where nothing is said. */
export type SongListQuery = PageQuery & Required<Pick<PageQuery, 'search' | 'limit'>>;

export const songListQuerySchema = Joi.object<SongListQuery>({
  search: textField(120).trim().allow('').default('').messages({ '*': 'request.search-length' }),
  limit: Joi.number().integer().min(1).max(100).default(40),
  after: textField(200),
});
