import { WrenError, failure, problem, type Result } from '../../errors/index.ts';
import type { Imported } from '../imported.ts';
import { readMusicXml } from './read.ts';
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
  parser.on('error', ({ message }) => {
    // The parser writes the place before its words; the problem says it itself.
    throw new WrenError(
      problem('xml-unreadable', {
        line: parser.line,
        column: parser.column,
        reason: message.replace(/^\d+:\d+: |\.+$/g, ''),
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
 * Reads a score's text by way of a fresh parser, which expands no entities and fetches nothing.
 * @param source - the text of a partwise MusicXML file
 * @returns the pattern with remarks; or the problems, `xml-unreadable` with line and column from 1
 * @example
 * readMusicXmlText('<score-partwise/>', new SaxesParser()); // { ok: false, problems: [no-notes] }
 */
export const readMusicXmlText = (source: string, parser: XmlParser): Result<Imported> => {
  try {
    const { root } = build(source, parser);
    return root ? readMusicXml(root) : failure(problem('no-notes'));
  } catch (error) {
    if (error instanceof WrenError) return failure(...error.problems);
    throw error;
  }
};
