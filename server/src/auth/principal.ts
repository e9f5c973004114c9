import type * as contract from '@fleet-wren/contract';
/** Owners invite and remove teachers; all else is everybody's. */
export type TeacherRole = contract.TeacherRole;

/** A teacher who is signed in: always of one studio. */
export interface Teacher {
  readonly kind: 'teacher';
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly studioId: string;
  readonly studioName: string;
  readonly role: TeacherRole;
}

/** By what a teacher is known to the database. */
export type TeacherIdentity = Pick<Teacher, 'id' | 'studioId'>;

/** The columns that name a teacher whose row it is. */
export const teacherColumns = ({ id, studioId }: TeacherIdentity) => ({ teacher_id: id, studio_id: studioId });

/** What a link opens, and nothing besides: documents of one studio, to be read; what one student practises. */
interface LinkScope {
  readonly documents: readonly string[];
  readonly student?: string;
}

/** Whoever holds a link that a teacher made: no account, no more than the link is for. */
export interface PracticeLinkHolder {
  readonly kind: 'link';
  readonly studioId: string;
  readonly scope: LinkScope;
}

/** The server itself at work on a studio's records, when nobody asks: figures made anew. */
export interface SystemPrincipal {
  readonly kind: 'house';
  readonly studioId: string;
}

/** On whose behalf something is done. */
export type Principal = Teacher | PracticeLinkHolder | SystemPrincipal;
