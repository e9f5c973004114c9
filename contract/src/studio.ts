import type { Actuator, CustomSchool, EstimateKey, NoteNamingSystem, Problem, Tuning, Voicing } from '@fleet-wren/core';
import type { DocumentHeader } from './documents.ts';
import type { TeacherRole } from './account.ts';
import type { BinaryContent } from './takes.ts';

/**
 * A hand as a studio keeps it: scales by actuator, and times of its own. Whether a hand can have them is core's to say.
 */
export interface HandProfileDocument {
  readonly scale: Readonly<Partial<Record<Actuator, number>>>;
  readonly times: Readonly<Partial<Record<EstimateKey, number>>>;
}

/** A school as a studio keeps it; its name stands beside it. */
export type SchoolDocument = Omit<CustomSchool, 'id' | 'name'>;

/** The studio's own values of estimates. */
export type StudioEstimates = Readonly<Partial<Record<EstimateKey, number>>>;

/** A shape that stands first where a chord is chosen, and the strings it is for. */
export interface FavouriteShape {
  readonly pitches: readonly number[];
  readonly voicing: Voicing;
}

/** The paper sheets are printed on, and how music is written there. */
export interface PaperSettings {
  readonly size?: 'A4' | 'letter';
  readonly print?: 'usual' | 'large';
  readonly across?: boolean;
  readonly notes?: boolean;
  readonly threads?: boolean;
  readonly text?: boolean;
  readonly counts?: boolean;
  /** Moments of the hand as still pictures. */
  readonly hand?: boolean;
  /** Necks and hands for a left-handed player; as on screen where it is not said. */
  readonly leftHanded?: boolean;
  /** How notes are called in chord symbols. */
  readonly names?: NoteNamingSystem;
}

/** How a studio likes things shown, and what it keeps at hand. */
export interface StudioSettings {
  /** Necks and grids are drawn for a left-handed player. */
  readonly leftHanded?: boolean;
  /** Whether shapes are drawn upright on screen, as they always are on paper. */
  readonly uprightDiagrams?: boolean;
  /** The time zone its days begin in, by its IANA name; each device's own where there is none. */
  readonly timeZone?: string;
  readonly favourites?: readonly FavouriteShape[];
  /** Tunings of the studio's own. */
  readonly tunings?: readonly Tuning[];
  /** Notes that lessons begin with again and again. */
  readonly noteTemplates?: readonly string[];
  /** How sheets are printed, as far as it is not as usual. */
  readonly paper?: PaperSettings;
}

/** A hand that is kept: the studio's own or a student's. */
export interface HandProfileResponse extends DocumentHeader {
  readonly name: string;
  readonly studentId: string | null;
  readonly document: HandProfileDocument;
}

/** A hand to be kept. */
export interface SaveHandProfileRequest extends HandProfileDocument {
  readonly name: string;
  readonly studentId?: string;
}

/** A school that is kept. */
export interface SchoolResponse extends DocumentHeader {
  readonly name: string;
  readonly studentId: string | null;
  readonly document: SchoolDocument;
}

/** A school to be kept, and the version it was read at where it is there already. */
export interface SaveSchoolRequest extends Omit<CustomSchool, 'id'> {
  readonly version?: number;
}

/** The studio's estimates, and the version they were read at; 0 where there were none. */
export interface VersionedEstimates {
  readonly estimates: StudioEstimates;
  readonly version: number;
}

/** The studio's settings, and the version they were read at; 0 where there were none. */
export interface VersionedSettings {
  readonly settings: StudioSettings;
  readonly version: number;
}

/** A teacher of the studio. */
export interface TeacherListItem {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: TeacherRole;
  /** Whether it is the one who is signed in. */
  readonly here: boolean;
}

/** An invitation; its token is told when it is made, and never again. */
export interface Invitation {
  readonly id: string;
  readonly createdAt: string;
  readonly endsAt: string;
}

/** Whether the demo is in the studio. */
export interface DemoState {
  readonly loaded: boolean;
}

/** Tables a backup holds rows of. */
export const BACKUP_TABLES = [
  'students',
  'documents',
  'document_versions',
  'assignments',
  'practice_events',
  'takes',
  'take_parts',
] as const;

/** How many rows were restored, by table. */
export type RestoredRows = Readonly<Record<(typeof BACKUP_TABLES)[number], number>>;

/** How the backup that a studio restores, or restored last, stands. */
export type RestoreState =
  | { readonly state: 'none' | 'receiving' }
  | { readonly state: 'restoring'; readonly share: number }
  | { readonly state: 'done'; readonly counts: RestoredRows }
  | { readonly state: 'failed'; readonly problems: readonly Problem[] };

/** Hands, schools, estimates, settings, teachers, the demo and the backup of a studio. */
export interface StudioRoutes {
  'GET /hands': { response: readonly HandProfileResponse[] };
  'POST /hands': { body: SaveHandProfileRequest; response: HandProfileResponse };
  'DELETE /hands/:id': { response: void };
  'GET /schools': { response: readonly SchoolResponse[] };
  'POST /schools': { body: SaveSchoolRequest; response: SchoolResponse };
  'PUT /schools/:id': { body: SaveSchoolRequest; response: SchoolResponse };
  'DELETE /schools/:id': { response: void };
  'GET /estimates': { response: VersionedEstimates };
  'PUT /estimates': { body: VersionedEstimates; response: VersionedEstimates };
  'GET /settings': { response: VersionedSettings };
  'PUT /settings': { body: VersionedSettings; response: VersionedSettings };
  'GET /teachers': { response: readonly TeacherListItem[] };
  'PUT /teachers/:id': { body: { readonly role: TeacherRole }; response: void };
  'DELETE /teachers/:id': { response: void };
  'GET /teachers/invites': { response: readonly Invitation[] };
  'POST /teachers/invites': {
    body: { readonly days?: number };
    response: Invitation & { readonly token: string };
  };
  'DELETE /teachers/invites/:id': { response: void };
  'GET /demo': { response: DemoState };
  'POST /demo': { response: DemoState };
  'DELETE /demo': { response: void };
  'GET /archive': { response: BinaryContent };
  'GET /students/:id/archive': { response: BinaryContent };
  'POST /archive': { body: BinaryContent; response: RestoredRows };
  'GET /archive/restore': { response: RestoreState };
  'GET /health': { response: { readonly ok: true } };
  'GET /openapi.json': { response: object };
}
