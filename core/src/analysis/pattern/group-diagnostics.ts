import { message, type Message } from '../../message/message.ts';
import type { Diagnostic } from './pattern-analysis.ts';

/** One thing to say of a fingering, and everywhere it is so. */
export interface DiagnosticGroup {
  readonly kind: Diagnostic['code'];
  readonly message: Message;
  readonly details?: Message;
  /** The findings it stands for, in the order they come; the first one's cure is offered. */
  readonly diagnostics: readonly Diagnostic[];
  /** The worst of them: 0 hardly to 1 as bad as it gets. */
  readonly severity: number;
}

/** Places named in a sentence before the rest is only counted. */
const MAX_LISTED_PLACES = 3;

const listed = (places: readonly Message[]): readonly Message[] => {
  const rest = places.length - MAX_LISTED_PLACES;
  // One place more takes no more room than its count.
  return rest > 1 ? [...places.slice(0, MAX_LISTED_PLACES), message('place.more', { count: rest })] : places;
};

/** A place as one of several: without the comma that would part bar from beat. */
const inList = (place: Message): Message =>
  place.code === 'place.in-bar' ? { ...place, code: 'place.in-bar-in-list' } : place;

const placeOfFinding = ({ params }: Message): Message => params?.place as Message;

/** What is the same of two findings that differ only in their place. */
const sameness = ({ code: kind, message: { code, params } }: Diagnostic): string =>
  JSON.stringify([kind, code, { ...params, place: undefined }]);

const distinct = (places: readonly Message[]): readonly Message[] => [
  ...new Map(places.map((place) => [JSON.stringify(place), place])).values(),
];

const createGroup = (findings: readonly Diagnostic[]): DiagnosticGroup => {
  const [first] = findings as readonly [Diagnostic];
  const places = distinct(findings.map((finding) => placeOfFinding(finding.message)));
  const place = places.length > 1 ? listed(places.map(inList)) : places;
  return {
    kind: first.code,
    message: { code: first.message.code, params: { ...first.message.params, place } },
    ...(findings.length === 1 && first.details ? { details: first.details } : {}),
    diagnostics: findings,
    severity: Math.max(...findings.map(({ severity }) => severity)),
  };
};

/**
 * Findings grouped by cause: what is the same but for its place is said once, with its places.
 * @example
 * groupDiagnostics([]).length // => 0
 */
export const groupDiagnostics = (findings: readonly Diagnostic[]): readonly DiagnosticGroup[] => {
  const groups = new Map<string, Diagnostic[]>();
  for (const finding of findings) {
    const key = sameness(finding);
    groups.set(key, [...(groups.get(key) ?? []), finding]);
  }
  return [...groups.values()].map(createGroup);
};
