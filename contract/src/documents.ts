import type { Pattern, PatternSummary, Song, SongSummary } from '@fleet-wren/core';

/** What is known of a stored document besides its content. */
export interface DocumentHeader {
  readonly id: string;
  /** Counts up with each save; a save names the version it was made on. */
  readonly version: number;
  readonly workedAt: string;
}

/** A pattern as the server keeps it. */
export interface PatternResponse extends DocumentHeader {
  readonly pattern: Pattern;
}

/** A song as the server keeps it. */
export interface SongResponse extends DocumentHeader {
  readonly song: Song;
}

/** A pattern in a list. */
export interface PatternListItem {
  readonly id: string;
  readonly name: string;
  readonly school: string;
  readonly workedAt: string;
  readonly summary: PatternSummary;
}

/** A song in a list. */
export interface SongListItem {
  readonly id: string;
  readonly name: string;
  readonly workedAt: string;
  readonly summary: SongSummary;
}

/** A page of patterns, latest worked on first. */
export interface PatternPage {
  readonly patterns: readonly PatternListItem[];
  /** Where the next page begins; null at the end. */
  readonly next: string | null;
}

/** A page of songs, latest worked on first. */
export interface SongPage {
  readonly songs: readonly SongListItem[];
  readonly next: string | null;
}

/** How a page of a list is asked for. */
export interface PageQuery {
  readonly search?: string;
  readonly limit?: number;
  /** Where the page before ended. */
  readonly after?: string;
}

/** What a list of patterns is narrowed to. */
export interface PatternListQuery extends PageQuery {
  readonly tag?: string;
  /** Key of a school; its variants are found with it. */
  readonly school?: string;
  readonly metre?: string;
  /** Digits that may play, nobody else: `pim`. */
  readonly digits?: string;
  /** Strings that may be played, no others: `321`. */
  readonly strings?: string;
  readonly difficulty?: 'easy' | 'middling' | 'hard';
}

/** A tag, and how many patterns bear it. */
export interface TagCount {
  readonly tag: string;
  readonly count: number;
}

/** An earlier state of a document, in the list of its versions. */
export interface VersionListItem {
  readonly id: string;
  readonly label: string | null;
  readonly keptAt: string;
}

/** A state of a document to be kept under a name. */
export interface CreateVersionRequest {
  readonly label: string;
}

/** Patterns, and their versions. */
export interface PatternRoutes {
  'GET /patterns': { query: PatternListQuery; response: PatternPage };
  'GET /patterns/tags': { response: readonly TagCount[] };
  'POST /patterns': { body: { readonly pattern: Pattern }; response: PatternResponse };
  'POST /patterns/many': { body: { readonly patterns: readonly Pattern[] }; response: readonly PatternResponse[] };
  'GET /patterns/:id': { response: PatternResponse };
  'PUT /patterns/:id': {
    body: { readonly pattern: Pattern; readonly version: number };
    response: PatternResponse;
  };
  'DELETE /patterns/:id': { response: void };
  'POST /patterns/:id/duplicate': { response: PatternResponse };
  'POST /patterns/:id/restore': { response: void };
  'GET /patterns/:id/versions': { response: readonly VersionListItem[] };
  'POST /patterns/:id/versions': { body: CreateVersionRequest; response: void };
  'GET /patterns/:id/versions/:version': { response: VersionListItem & { readonly pattern: Pattern } };
}

/** Songs, and their versions. */
export interface SongRoutes {
  'GET /songs': { query: PageQuery; response: SongPage };
  'POST /songs': { body: { readonly song: Song }; response: SongResponse };
  'GET /songs/:id': { response: SongResponse };
  'PUT /songs/:id': { body: { readonly song: Song; readonly version: number }; response: SongResponse };
  'DELETE /songs/:id': { response: void };
  'POST /songs/:id/duplicate': { response: SongResponse };
  'POST /songs/:id/restore': { response: void };
  'GET /songs/:id/versions': { response: readonly VersionListItem[] };
  'POST /songs/:id/versions': { body: CreateVersionRequest; response: void };
  'GET /songs/:id/versions/:version': { response: VersionListItem & { readonly song: Song } };
}
