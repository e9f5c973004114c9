import type { VersionListItem } from '@fleet-wren/contract';
import type { AnyEdit, DocumentType, KindSpecificEdit, Result } from '@fleet-wren/core';

/** A document as the server keeps it. */
export interface StoredDocument<Doc> {
  readonly id: string;
  readonly version: number;
  readonly workedAt: string;
  readonly document: Doc;
}

/** Where documents of a kind are kept, and how they are read, written and told apart. */
export interface DocumentRepository<Own extends KindSpecificEdit, Doc> {
  readonly kind: DocumentType<Own, Doc>;
  readonly isEqual: (a: Doc, b: Doc) => boolean;
  /** Checks a document that was kept in the browser. */
  readonly read: (value: unknown) => Result<Doc>;
  readonly fetch: (id: string) => Promise<StoredDocument<Doc>>;
  /** Writes a document on the version it was read at. */
  readonly save: (id: string, version: number, document: Doc, keepalive?: boolean) => Promise<StoredDocument<Doc>>;
  readonly listVersions: (id: string) => Promise<readonly VersionListItem[]>;
  readonly fetchVersion: (id: string, version: string) => Promise<Doc>;
  /** Keeps the state that is stored now under a name. */
  readonly createVersion: (id: string, label: string) => Promise<void>;
  /** Makes a stored document of an answer that carries one, such as that to a conflict. */
  readonly fromAnswer: (answer: unknown) => StoredDocument<Doc>;
  readonly create: (document: Doc) => Promise<StoredDocument<Doc>>;
  /** The same document under a name that says it is a second one. */
  readonly withName: (document: Doc) => Doc;
}

/** An edit of a kind, or several as one. */
export type DocumentEdit<Own, Doc> = AnyEdit<Own, Doc>;
