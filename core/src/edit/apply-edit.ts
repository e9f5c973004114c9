import { failure, createProblem, success, type Problem, type Result } from '../errors/index.ts';

/** Several edits as one: they stand or fall together, and are one step of undo. */
export interface BatchEdit<Own, Doc> {
  readonly kind: 'batch';
  readonly edits: readonly AnyEdit<Own, Doc>[];
}

/** Puts another state in place of the whole document: a version brought back, another window's state taken over. */
export interface ReplaceDocumentEdit<Doc> {
  readonly kind: 'become';
  readonly document: Doc;
}

/** Everything that can be done to a document: its kind's own edits, several as one, another state as a whole. */
export type AnyEdit<Own, Doc> = Own | BatchEdit<Own, Doc> | ReplaceDocumentEdit<Doc>;

/** A document after an edit, and the edit that takes it back. The same document where nothing changed. */
export interface EditResult<Own, Doc> {
  readonly document: Doc;
  readonly inverse: AnyEdit<Own, Doc>;
}

/** What an edit of a kind is: plain data with a name. */
export interface KindSpecificEdit {
  readonly kind: string;
}

/** How one of a kind's own edits is carried out, unchecked. */
export type EditHandlers<Own extends KindSpecificEdit, Doc> = {
  readonly [Kind in Own['kind']]: (document: Doc, edit: Extract<Own, { readonly kind: Kind }>) => EditResult<Own, Doc>;
};

/** A kind of document: what can be done to it, and what keeps one from standing. */
export interface DocumentType<Own extends KindSpecificEdit, Doc> {
  readonly name: string;
  readonly handlers: EditHandlers<Own, Doc>;
  readonly validate: (document: Doc) => readonly Problem[];
}

class UnknownEdit extends Error {}

const handlerOf = <Own extends KindSpecificEdit, Doc>(
  { handlers }: DocumentType<Own, Doc>,
  { kind }: KindSpecificEdit,
): ((document: Doc, edit: Own) => EditResult<Own, Doc>) => {
  if (!Object.hasOwn(handlers, kind)) throw new UnknownEdit(String(kind));
  return handlers[kind as Own['kind']] as unknown as (document: Doc, edit: Own) => EditResult<Own, Doc>;
};

const isBatch = <Own extends KindSpecificEdit, Doc>(edit: AnyEdit<Own, Doc>): edit is BatchEdit<Own, Doc> =>
  edit.kind === 'batch';

const isBecome = <Own extends KindSpecificEdit, Doc>(edit: AnyEdit<Own, Doc>): edit is ReplaceDocumentEdit<Doc> =>
  edit.kind === 'become';

const applyAll = <Own extends KindSpecificEdit, Doc>(
  kind: DocumentType<Own, Doc>,
  start: Doc,
  edits: readonly AnyEdit<Own, Doc>[],
): EditResult<Own, Doc> => {
  let document = start;
  const inverses: AnyEdit<Own, Doc>[] = [];
  for (const change of edits) {
    const done = apply(kind, document, change);
    if (done.document === document) continue;
    document = done.document;
    inverses.push(done.inverse);
  }
  return { document, inverse: { kind: 'batch', edits: inverses.reverse() } };
};

const apply = <Own extends KindSpecificEdit, Doc>(
  kind: DocumentType<Own, Doc>,
  document: Doc,
  change: AnyEdit<Own, Doc>,
): EditResult<Own, Doc> => {
  if (isBatch(change)) return applyAll(kind, document, change.edits);
  if (isBecome(change)) return { document: change.document, inverse: { kind: 'become', document } };
  return handlerOf(kind, change)(document, change);
};

/**
 * Applies an edit to a document of a kind. A document that could not stand afterwards is refused with the reasons, and
 * the old one stays; so is an edit the kind has no name for (`edit-unknown`).
 * @example
 * valueOrThrow(applyEdit(PATTERN_DOCUMENT_TYPE, createPattern('P'), { kind: 'setTempo', tempo: 90 })).document.tempo
 * // => 90
 */
export const applyEdit = <Own extends KindSpecificEdit, Doc>(
  kind: DocumentType<Own, Doc>,
  document: Doc,
  change: AnyEdit<Own, Doc>,
): Result<EditResult<Own, Doc>> => {
  try {
    const done = apply(kind, document, change);
    const problems = done.document === document ? [] : kind.validate(done.document);
    return problems.length > 0 ? failure(...problems) : success(done);
  } catch (error) {
    if (error instanceof UnknownEdit) return failure(createProblem('edit-unknown', { value: error.message }));
    throw error;
  }
};
