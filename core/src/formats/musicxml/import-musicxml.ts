import { ProblemError, failure, createProblem, type Result } from '../../errors/index.ts';
import { UNTITLED } from '../../pattern/index.ts';
import type { ImportedPattern } from '../imported-pattern.ts';
import { convertToPattern, type ImportSelection } from '../parsed-music/to-pattern.ts';
import { parseMusicXmlScore, type ParsedScore } from './parse-score.ts';
import { XmlTreeBuilder } from './xml-tree.ts';

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

const build = (source: string, parser: XmlParser): XmlTreeBuilder => {
  const builder = new XmlTreeBuilder();
  parser.on('error', ({ message: words }) => {
    // The parser writes the place before its words; the problem says it itself.
    throw new ProblemError(
      createProblem('xml-unreadable', {
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
 * Reads a score's text by way of a fresh parser, which expands no entities and fetches nothing, as music as it is
 * written.
 * @param source - the text of a MusicXML file, ordered by parts or by measures
 * @returns the music with remarks; or the problems, `xml-unreadable` with line and column from 1
 * @example
 * parseMusicXmlText('<score-partwise/>', new SaxesParser()); // { ok: false, problems: [no-notes] }
 */
export const parseMusicXmlText = (source: string, parser: XmlParser, part?: number): Result<ParsedScore> => {
  try {
    const { root } = build(source, parser);
    return root ? parseMusicXmlScore(root, part) : failure(createProblem('no-notes'));
  } catch (error) {
    if (error instanceof ProblemError) return failure(...error.problems);
    throw error;
  }
};

/**
 * Reads a score's text as a pattern; see `parseMusicXmlText`.
 * @example
 * importMusicXml('<score-partwise/>', new SaxesParser()); // { ok: false, problems: [no-notes] }
 */
export const importMusicXml = (
  source: string,
  parser: XmlParser,
  choice: ImportSelection = {},
): Result<ImportedPattern> => {
  const read = parseMusicXmlText(source, parser, choice.part);
  return read.ok ? convertToPattern({ ...read.value, name: read.value.name || UNTITLED }, choice) : read;
};
