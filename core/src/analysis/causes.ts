import { message, type Message } from '../message/message.ts';
import type { NamedFinding } from './judge.ts';

/** One thing to say of a fingering, and everywhere it is so. */
export interface Cause {
  readonly kind: NamedFinding['kind'];
  readonly message: Message;
  readonly details?: Message;
  /** The findings it stands for, in the order they come; the first one's cure is offered. */
  readonly findings: readonly NamedFinding[];
  /** The worst of them: 0 hardly to 1 as bad as it gets. */
  readonly severity: number;
}

/** Places named in a sentence before the rest is only counted. */
const NAMED = 3;

const listed = (places: readonly Message[]): readonly Message[] => {
  const rest = places.length - NAMED;
  // One place more takes no more room than its count.
  return rest > 1 ? [...places.slice(0, NAMED), message('place.more', { count: rest })] : places;
};

/** A place as one of several: without the comma that would part bar from beat. */
const inList = (place: Message): Message =>
  place.code === 'place.in-bar' ? { ...place, code: 'place.in-bar-in-list' } : place;

const placeOfFinding = ({ params }: Message): Message => params?.place as Message;

/** What is the same of two findings that differ only in their place. */
const sameness = ({ kind, message: { code, params } }: NamedFinding): string =>
  JSON.stringify([kind, code, { ...params, place: undefined }]);

const distinct = (places: readonly Message[]): readonly Message[] => [
  ...new Map(places.map((place) => [JSON.stringify(place), place])).values(),
];

const causeOf = (findings: readonly NamedFinding[]): Cause => {
  const [first] = findings as readonly [NamedFinding];
  const places = distinct(findings.map((finding) => placeOfFinding(finding.message)));
  const place = places.length > 1 ? listed(places.map(inList)) : places;
  return {
    kind: first.kind,
    message: { code: first.message.code, params: { ...first.message.params, place } },
    ...(findings.length === 1 && first.details ? { details: first.details } : {}),
    findings,
    severity: Math.max(...findings.map(({ severity }) => severity)),
  };
};

/**
 * Findings grouped by cause: what is the same but for its place is said once, with its places.
 * @example
 * causesOf([]).length // => 0
 */
export const causesOf = (findings: readonly NamedFinding[]): readonly Cause[] => {
  const groups = new Map<string, NamedFinding[]>();
  for (const finding of findings) {
    const key = sameness(finding);
    groups.set(key, [...(groups.get(key) ?? []), finding]);
  }
  return [...groups.values()].map(causeOf);
};
