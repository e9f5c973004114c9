import { failure, problem, success, type Problem, type Result } from '../errors/index.ts';

/** Several edits as one: they stand or fall together, and are one step of undo. */
export interface Batch<Own, Doc> {
  readonly kind: 'batch';
  readonly edits: readonly AnyEdit<Own, Doc>[];
}

/** Puts another state in place of the whole document: a version brought back, another window's state taken over. */
export interface Become<Doc> {
  readonly kind: 'become';
  readonly document: Doc;
}

/** Everything that can be done to a document: its kind's own edits, several as one, another state as a whole. */
export type AnyEdit<Own, Doc> = Own | Batch<Own, Doc> | Become<Doc>;

/** A document after an edit, and the edit that takes it back. The same document where nothing changed. */
export interface Edited<Own, Doc> {
  readonly document: Doc;
  readonly inverse: AnyEdit<Own, Doc>;
}

/** What an edit of a kind is: plain data with a name. */
export interface OwnEdit {
  readonly kind: string;
}

/** How one of a kind's own edits is carried out, unchecked. */
export type Handlers<Own extends OwnEdit, Doc> = {
  readonly [Kind in Own['kind']]: (document: Doc, edit: Extract<Own, { readonly kind: Kind }>) => Edited<Own, Doc>;
};

/** A kind of document: what can be done to it, and what keeps one from standing. */
export interface DocumentKind<Own extends OwnEdit, Doc> {
  readonly name: string;
  readonly handlers: Handlers<Own, Doc>;
  readonly problems: (document: Doc) => readonly Problem[];
}

class UnknownEdit extends Error {}

const handlerOf = <Own extends OwnEdit, Doc>(
  { handlers }: DocumentKind<Own, Doc>,
  { kind }: OwnEdit,
): ((document: Doc, edit: Own) => Edited<Own, Doc>) => {
  if (!Object.hasOwn(handlers, kind)) throw new UnknownEdit(String(kind));
  return handlers[kind as Own['kind']] as unknown as (document: Doc, edit: Own) => Edited<Own, Doc>;
};

const isBatch = <Own extends OwnEdit, Doc>(edit: AnyEdit<Own, Doc>): edit is Batch<Own, Doc> => edit.kind === 'batch';

const isBecome = <Own extends OwnEdit, Doc>(edit: AnyEdit<Own, Doc>): edit is Become<Doc> => edit.kind === 'become';

const applyAll = <Own extends OwnEdit, Doc>(
  kind: DocumentKind<Own, Doc>,
  start: Doc,
  edits: readonly AnyEdit<Own, Doc>[],
): Edited<Own, Doc> => {
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

const apply = <Own extends OwnEdit, Doc>(
  kind: DocumentKind<Own, Doc>,
  document: Doc,
  change: AnyEdit<Own, Doc>,
): Edited<Own, Doc> => {
  if (isBatch(change)) return applyAll(kind, document, change.edits);
  if (isBecome(change)) return { document: change.document, inverse: { kind: 'become', document } };
  return handlerOf(kind, change)(document, change);
};

/**
 * Applies an edit to a document of a kind. A document that could not stand afterwards is refused with the reasons, and
 * the old one stays; so is an edit the kind has no name for (`edit-unknown`).
 * @example
 * valueOrThrow(editOf(PATTERN_KIND, newPattern('P'), { kind: 'setTempo', tempo: 90 })).document.tempo // => 90
 */
export const editOf = <Own extends OwnEdit, Doc>(
  kind: DocumentKind<Own, Doc>,
  document: Doc,
  change: AnyEdit<Own, Doc>,
): Result<Edited<Own, Doc>> => {
  try {
    const done = apply(kind, document, change);
    const problems = done.document === document ? [] : kind.problems(done.document);
    return problems.length > 0 ? failure(...problems) : success(done);
  } catch (error) {
    if (error instanceof UnknownEdit) return failure(problem('edit-unknown', { value: error.message }));
    throw error;
  }
};
