import { SaxesParser } from 'saxes';
import { XmlBuilder, readMusicXml, type Imported } from '../src/formats/index.ts';
import { failure, problem, WrenError, type Result } from '../src/errors/index.ts';

/** Reads a MusicXML text by way of the parser saxes, as the interface does. */
export const readXmlText = (source: string): Result<Imported> => {
  const builder = new XmlBuilder();
  const parser = new SaxesParser();
  parser.on('error', (error) => {
    throw new WrenError(problem('xml-unreadable', { line: parser.line, column: parser.column, reason: error.message }));
  });
  parser.on('opentag', ({ name, attributes }) => builder.open(name, attributes as Record<string, string>, parser.line, parser.column));
  parser.on('text', (text) => builder.text(text));
  parser.on('closetag', () => builder.close());
  try {
    parser.write(source).close();
  } catch (error) {
    if (error instanceof WrenError) return failure(...error.problems);
    throw error;
  }
  return builder.root ? readMusicXml(builder.root) : failure(problem('no-notes'));
};
