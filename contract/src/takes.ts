import type { HandProfile, Message, Pattern } from '@fleet-wren/core';

/** Media types of sound that are kept: as browsers record it, and as it is opened from files. */
export const AUDIO_MIME_TYPES = [
  'audio/webm',
  'audio/ogg',
  'audio/mp4',
  'audio/mpeg',
  'audio/wav',
  'audio/flac',
] as const;

/** Bytes that are no JSON: sound, or a backup. */
export interface BinaryContent {
  readonly isBinary: true;
}

/** A take in a list. */
export interface TakeListItem {
  readonly id: string;
  readonly studentId: string;
  readonly assignment: string | null;
  readonly name: string;
  readonly mime: string;
  readonly bytes: number;
  readonly by: 'teacher' | 'student';
  readonly engine: number | null;
  readonly headline: Message | null;
  readonly createdAt: string;
  /** When all of its sound had arrived; null until then. */
  readonly completeAt: string | null;
}

/** What an engine says of a take. */
export interface SaveTakeAssessmentRequest {
  readonly engine: number;
  readonly headline: Message;
  /** As JSON text: the server keeps it as it is. */
  readonly judgement: string;
}

/** A take with what it is judged against, and what was said of it. */
export interface TakeResponse extends TakeListItem {
  readonly pattern: Pattern;
  readonly hand: HandProfile | null;
  readonly judgement: string | null;
  /** What earlier engines said. */
  readonly earlier: readonly SaveTakeAssessmentRequest[];
}

/** A take whose sound is on its way: how large its parts are, and which have come. */
export interface TakeUpload extends TakeListItem {
  /** Bytes of a part; the last one may be shorter. */
  readonly part: number;
  readonly parts: readonly number[];
}

/** A take that is to be kept: its sound comes after it, in parts. */
export interface CreateTakeRequest {
  readonly name: string;
  readonly assignment: string | null;
  readonly pattern: Pattern;
  readonly hand?: HandProfile;
  readonly mime: (typeof AUDIO_MIME_TYPES)[number];
  readonly bytes: number;
}

/** Takes of students. */
export interface TakeRoutes {
  'GET /students/:id/takes': { response: readonly TakeListItem[] };
  'POST /students/:id/takes': { body: CreateTakeRequest; response: TakeUpload };
  'GET /takes/:id': { response: TakeResponse & Pick<TakeUpload, 'part' | 'parts'> };
  'PUT /takes/:id/parts/:number': { body: BinaryContent; response: TakeUpload };
  'GET /takes/:id/sound': { response: BinaryContent };
  'PUT /takes/:id/judgement': { body: SaveTakeAssessmentRequest; response: TakeResponse };
  'DELETE /takes/:id': { response: void };
}
