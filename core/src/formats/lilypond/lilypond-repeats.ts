import { listIndexes } from '../list-indexes.ts';
import type { RepeatSigns } from '../notation/repeat-signs.ts';

type Signs = ReadonlyMap<number, RepeatSigns>;

const join = (lines: readonly string[]): string => lines.join('\n');

/** Where the endings of a repeat begin, from a bar on. */
const findEndings = (signs: Signs, from: number, end: number): readonly number[] =>
  listIndexes(from, end).filter((bar) => signs.get(bar)?.beginsEnding);

/** The bar after a repeat: after its last ending, or after the sign that ends it. */
const findEnd = (signs: Signs, from: number, count: number): number => {
  const next = [...signs].find(([bar, { repeatBegins }]) => bar > from && repeatBegins)?.[0] ?? count;
  const inside = [...signs].filter(([bar]) => bar >= from && bar < next);
  const last = inside.findLast(([, { endsEnding }]) => endsEnding) ?? inside.find(([, { repeatEnds }]) => repeatEnds);
  return (last?.[0] ?? next - 1) + 1;
};

const writeEnding = (lines: readonly string[], times: readonly number[] = []): string =>
  `  \\volta ${times.join(',')} {\n${join(lines)}\n  }`;

/** How often a repeat is played: as its sign says, or as its endings need. */
const countTimes = (signs: Signs, from: number, end: number): number =>
  Math.max(
    2,
    ...[...signs]
      .filter(([bar]) => bar >= from && bar < end)
      .flatMap(([, { repeatEnds = 0, beginsEnding = [] }]) => [repeatEnds, ...beginsEnding]),
  );

const writeRepeat = (lines: readonly string[], signs: Signs, from: number, end: number): string => {
  const endings = findEndings(signs, from, end);
  const shared = join(lines.slice(from, endings[0] ?? end));
  const body = `  \\repeat volta ${countTimes(signs, from, end)} {\n${shared}\n  }`;
  if (endings.length === 0) return body;
  const written = endings.map((first, place) =>
    writeEnding(lines.slice(first, endings[place + 1] ?? end), signs.get(first)?.beginsEnding),
  );
  return `${body} \\alternative {\n${join(written)}\n  }`;
};

/** Lines, one for each bar, with what comes again in a repeat, and its endings (LilyPond 2.24). */
export const writeRepeats = (lines: readonly string[], signs: Signs): string => {
  const written: string[] = [];
  for (let bar = 0; bar < lines.length;) {
    const begins = signs.get(bar)?.repeatBegins;
    const end = begins ? findEnd(signs, bar, lines.length) : bar + 1;
    written.push(begins ? writeRepeat(lines, signs, bar, end) : (lines[bar] ?? ''));
    bar = end;
  }
  return join(written);
};
