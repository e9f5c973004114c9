import { isIPv6 } from 'node:net';

/** The groups of an IPv6 address, written out. */
const groupsOf = (address: string): readonly string[] => {
  const [head = '', tail] = address.split('::');
  const [first, last] = [head, tail ?? ''].map((part) => part.split(':').filter(Boolean)) as [string[], string[]];
  const zeros = tail === undefined ? 0 : 8 - first.length - last.length;
  return [...first, ...Array<string>(Math.max(0, zeros)).fill('0'), ...last];
};

/**
 * Whom an address stands for when tries are counted: one line. Whoever has an IPv6 line has all addresses that begin
 * with the same 64 bits (RFC 4291, 2.5.4), so these are one.
 */
export const lineOf = (address: string): string => {
  if (!isIPv6(address) || address.includes('.')) return address;
  return groupsOf(address)
    .slice(0, 4)
    .map((group) => parseInt(group, 16).toString(16))
    .join(':');
};
