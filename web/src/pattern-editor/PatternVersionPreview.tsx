import { chordWords } from '../components/chords/chord-text.ts';
import { Say } from '../components/say/Say.tsx';
import { say, sayList } from '@fleet-wren/wording';
import { createThumbnail, isDeepEqual, stringCount, type Digit, type Pattern } from '@fleet-wren/core';
import { FingeringThumbnail } from '../components/fingering-diagram/FingeringThumbnail.tsx';

const pins = ({ strokes }: Pattern): Readonly<Record<string, Digit | null>> =>
  Object.fromEntries(strokes.map(({ id, pin }) => [id, pin ?? null]));

const FACTS: readonly (readonly [string, (pattern: Pattern) => unknown])[] = [
  ['name', ({ name }) => name],
  ['tempo', ({ tempo }) => tempo],
  ['chord', ({ voicing }) => voicing],
  ['school', ({ school, ownSchool }) => [school, ownSchool]],
  ['tuning', ({ instrument }) => instrument],
  [say('bench.time-signature-and-length'), ({ metre, bars }) => [metre, bars]],
  [say('bench.endings'), ({ endings }) => endings],
  [say('common.notes'), ({ strokes }) => strokes],
  ['swing', ({ swing }) => swing],
  ['tags', ({ tags }) => tags],
];

/** Where two states of a pattern differ, in a few words. */
export const describePatternDifferences = (mine: Pattern, theirs: Pattern): string => {
  const different = FACTS.filter(([, of]) => !isDeepEqual(of(mine), of(theirs))).map(([name]) => name);
  return different.length > 0
    ? say('bench.the-two-versions-differ-in', { different: sayList(different) })
    : say('bench.the-two-versions-differ-in-how');
};

/** A state of a pattern in small, with its main facts. */
export const PatternVersionPreview = ({ pattern }: { readonly pattern: Pattern }) => (
  <>
    <p className="mb-1">
      <Say
        text="bench.state-facts"
        values={{
          name: pattern.name,
          chord: chordWords(pattern.voicing.chord),
          tempo: pattern.tempo,
          notes: pattern.strokes.length,
        }}
      />
    </p>
    <FingeringThumbnail
      strokes={createThumbnail(pattern, pins(pattern))}
      strings={stringCount(pattern.instrument)}
      width={320}
      height={90}
    />
  </>
);
