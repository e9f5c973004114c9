import { whereIs, type Pattern } from '../pattern/index.ts';
import type { NamedFinding } from './judge.ts';

/** One thing to say of a fingering, and everywhere it is so. */
export interface Cause {
  readonly kind: NamedFinding['kind'];
  readonly sentence: string;
  /** The findings it stands for, in the order they come; the first one's cure is offered. */
  readonly findings: readonly NamedFinding[];
  /** The worst of them: 0 hardly to 1 as bad as it gets. */
  readonly severity: number;
}

/** Places named in a sentence before the rest is only counted. */
const NAMED = 3;

const listed = (places: readonly string[]): string => {
  const named = places.slice(0, NAMED);
  const rest = places.length - named.length;
  const last = rest > 0 ? `${rest} more ${rest === 1 ? 'place' : 'places'}` : named.pop();
  return named.length > 0 ? `${named.join(', ')} and ${last ?? ''}` : (last ?? '');
};

interface Said {
  readonly finding: NamedFinding;
  readonly place: string;
  /** What is said after the place; null where the sentence does not begin with one. */
  readonly tail: string | null;
}

const saidOf = (pattern: Pattern, times: ReadonlyMap<string, number>, finding: NamedFinding): Said => {
  const at = times.get(finding.strokes[finding.strokes.length - 1] ?? '');
  const place = at === undefined ? '' : whereIs(pattern, at);
  const head = `On ${place}, `;
  const tail = finding.sentence.startsWith(head) ? finding.sentence.slice(head.length) : null;
  return { finding, place, tail };
};

const causeOf = (said: readonly Said[]): Cause => {
  const [first] = said as readonly [Said];
  const places = [...new Set(said.map(({ place }) => place))];
  return {
    kind: first.finding.kind,
    sentence: said.length === 1 ? first.finding.sentence : `On ${listed(places)}, ${first.tail ?? ''}`,
    findings: said.map(({ finding }) => finding),
    severity: Math.max(...said.map(({ finding }) => finding.severity)),
  };
};

/**
 * Findings gathered by cause: what is the same but for its place is said once, with its places.
 * @example
 * causesOf(newPattern('P'), []).length // => 0
 */
export const causesOf = (pattern: Pattern, findings: readonly NamedFinding[]): readonly Cause[] => {
  const times = new Map(pattern.strokes.map(({ id, at }) => [id, at]));
  const groups = new Map<string, Said[]>();
  findings.forEach((finding, index) => {
    const said = saidOf(pattern, times, finding);
    const key = said.tail === null ? String(index) : `${finding.kind} ${said.tail}`;
    groups.set(key, [...(groups.get(key) ?? []), said]);
  });
  return [...groups.values()].map(causeOf);
};
