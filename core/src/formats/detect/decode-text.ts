/** Bytes as text. Core has no decoder at hand that every place it runs in shares, and needs but four encodings. */

/** Joins pieces of text that are too long for one call. */
const joined = (units: Uint16Array | Uint32Array, from: (...codes: number[]) => string): string => {
  const pieces: string[] = [];
  for (let at = 0; at < units.length; at += 8192) pieces.push(from(...units.subarray(at, at + 8192)));
  return pieces.join('');
};

const utf16 = (bytes: Uint8Array, low: 0 | 1): string => {
  const units = new Uint16Array(Math.floor(bytes.length / 2));
  for (let at = 0; at < units.length; at += 1)
    units[at] = (bytes[2 * at + low] as number) | ((bytes[2 * at + 1 - low] as number) << 8);
  return joined(units, String.fromCharCode);
};

/** What the upper half of a page of 256 signs holds where it differs from Latin-1. */
const WINDOWS = '€ ‚ƒ„…†‡ˆ‰Š‹Œ Ž  ‘’“”•–—˜™š›œ žŸ';

const latin1 = (bytes: Uint8Array): string =>
  joined(
    Uint16Array.from(bytes, (byte) => (byte >= 0x80 && byte < 0xa0 ? WINDOWS.charCodeAt(byte - 0x80) : byte)),
    String.fromCharCode,
  );

/** Bytes after the first of a sign, and the least sign that needs so many. */
const following = (first: number): readonly [count: number, least: number, bits: number] | undefined => {
  if (first < 0x80) return [0, 0, first];
  if (first >> 5 === 6) return [1, 0x80, first & 31];
  if (first >> 4 === 14) return [2, 0x800, first & 15];
  return first >> 3 === 30 ? [3, 0x10000, first & 7] : undefined;
};

/** UTF-8, strictly; undefined where it is not. */
const utf8 = (bytes: Uint8Array): string | undefined => {
  const codes = new Uint32Array(bytes.length);
  let count = 0;
  for (let at = 0; at < bytes.length;) {
    const found = following(bytes[at] as number);
    if (!found) return undefined;
    const [more, least, bits] = found;
    let code = bits;
    for (let next = at + 1; next <= at + more; next += 1) {
      const byte = bytes[next];
      if (byte === undefined || byte >> 6 !== 2) return undefined;
      code = (code << 6) | (byte & 63);
    }
    if (code < least || code > 0x10ffff || (code >= 0xd800 && code < 0xe000)) return undefined;
    codes[count] = code;
    count += 1;
    at += more + 1;
  }
  return joined(codes.subarray(0, count), String.fromCodePoint);
};

const startsWith = (bytes: Uint8Array, ...start: readonly number[]): boolean =>
  start.every((byte, at) => bytes[at] === byte);

/**
 * Bytes as text: UTF-8, UTF-16 either way round, else Latin-1 with what one system adds to it. What a byte order mark
 * or the zeros of the first signs tell comes first.
 * @example
 * decodeText(new Uint8Array([0xff, 0xfe, 0x61, 0])) // => 'a'
 */
export const decodeText = (bytes: Uint8Array): string => {
  if (startsWith(bytes, 0xef, 0xbb, 0xbf)) return utf8(bytes.subarray(3)) ?? latin1(bytes.subarray(3));
  if (startsWith(bytes, 0xff, 0xfe)) return utf16(bytes.subarray(2), 0);
  if (startsWith(bytes, 0xfe, 0xff)) return utf16(bytes.subarray(2), 1);
  if (startsWith(bytes, 0x3c, 0)) return utf16(bytes, 0);
  if (startsWith(bytes, 0, 0x3c)) return utf16(bytes, 1);
  return utf8(bytes) ?? latin1(bytes);
};
