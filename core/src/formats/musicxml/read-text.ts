import { WrenError, failure, problem, type Result } from '../../errors/index.ts';
import { UNTITLED } from '../../pattern/index.ts';
import type { Imported } from '../imported.ts';
import { patternOfMusic, type Choice } from '../music/pattern-of.ts';
import { readMusicXml, type ScoreMusic } from './read.ts';
import { XmlBuilder } from './xml.ts';

interface OpenedTag {
  readonly name: string;
  readonly attributes: Readonly<Record<string, unknown>>;
}

/** What core needs of a parser of XML (the library saxes has it): where it stands, and what it meets. */
export interface XmlParser {
  readonly line: number;
  readonly column: number;
  on(event: 'error', handler: (error: Error) => void): void;
  on(event: 'opentag', handler: (tag: OpenedTag) => void): void;
  on(event: 'text', handler: (text: string) => void): void;
  on(event: 'closetag', handler: () => void): void;
  write(source: string): { close(): unknown };
}

const asStrings = (attributes: OpenedTag['attributes']): Readonly<Record<string, string>> =>
  Object.fromEntries(Object.entries(attributes).map(([name, value]) => [name, String(value)]));

const build = (source: string, parser: XmlParser): XmlBuilder => {
  const builder = new XmlBuilder();
  parser.on('error', ({ message: words }) => {
    // The parser writes the place before its words; the problem says it itself.
    throw new WrenError(
      problem('xml-unreadable', {
        line: parser.line,
        column: parser.column,
        reason: `${words.replace(/^\d+:\d+: |\.+$/g, '')}.`,
      }),
    );
  });
  parser.on('opentag', ({ name, attributes }) => builder.open(name, asStrings(attributes), parser.line, parser.column));
  parser.on('text', (text) => builder.text(text));
  parser.on('closetag', () => builder.close());
  parser.write(source).close();
  return builder;
};

/**
 * Reads a score's text by way of a fresh parser, which expands no entities and fetches nothing, as music as it is written.
 * @param source - the text of a MusicXML file, ordered by parts or by measures
 * @returns the music with remarks; or the problems, `xml-unreadable` with line and column from 1
 * @example
 * readMusicXmlMusic('<score-partwise/>', new SaxesParser()); // { ok: false, problems: [no-notes] }
 */
export const readMusicXmlMusic = (source: string, parser: XmlParser, part?: number): Result<ScoreMusic> => {
  try {
    const { root } = build(source, parser);
    return root ? readMusicXml(root, part) : failure(problem('no-notes'));
  } catch (error) {
    if (error instanceof WrenError) return failure(...error.problems);
    throw error;
  }
};

/**
 * Reads a score's text as a pattern; see `readMusicXmlMusic`.
 * @example
 * readMusicXmlText('<score-partwise/>', new SaxesParser()); // { ok: false, problems: [no-notes] }
 */
export const readMusicXmlText = (source: string, parser: XmlParser, choice: Choice = {}): Result<Imported> => {
  const read = readMusicXmlMusic(source, parser, choice.part);
  return read.ok ? patternOfMusic({ ...read.value, name: read.value.name || UNTITLED }, choice) : read;
};
