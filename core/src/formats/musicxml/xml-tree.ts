import { message } from '../../message/index.ts';
import { ProblemError, createProblem } from '../../errors/index.ts';

/** An element of an XML document as a parser hands it over; core parses no XML itself. */
export interface XmlNode {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly XmlNode[];
  /** The text directly inside it. */
  readonly text: string;
  /** Where it begins, from 1. */
  readonly line: number;
  readonly column: number;
}

interface Open {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: XmlNode[];
  text: string;
  readonly line: number;
  readonly column: number;
}

/** How deep and how large a document may be: far more than any score, far less than would hurt. */
export const XML_LIMITS = { depth: 100, nodes: 400_000, characters: 12_000_000 } as const;

/**
 * Builds the tree of a document from what a parser meets. Throws a ProblemError (`xml-unreadable`) beyond the limits.
 */
export class XmlTreeBuilder {
  private readonly stack: Open[] = [];
  private nodes = 0;
  root: XmlNode | undefined;

  open(name: string, attributes: Readonly<Record<string, string>>, line: number, column: number): void {
    this.nodes += 1;
    if (this.stack.length >= XML_LIMITS.depth || this.nodes > XML_LIMITS.nodes)
      throw new ProblemError(
        createProblem('xml-unreadable', { line, column, reason: message('file-problem.xml-limit') }),
      );
    this.stack.push({ name, attributes, children: [], text: '', line, column });
  }

  text(text: string): void {
    const top = this.stack[this.stack.length - 1];
    if (top) top.text += text;
  }

  close(): void {
    const done = this.stack.pop();
    if (!done) return;
    const parent = this.stack[this.stack.length - 1];
    if (parent) parent.children.push(done);
    else this.root = done;
  }
}

/** The first child of a name. */
export const findChild = (node: XmlNode | undefined, name: string): XmlNode | undefined =>
  node?.children.find((one) => one.name === name);

/** All children of a name. */
export const listChildren = (node: XmlNode | undefined, name: string): readonly XmlNode[] =>
  node?.children.filter((one) => one.name === name) ?? [];

/** The descendant along a path of names, the first of each. */
export const findDescendant = (node: XmlNode | undefined, ...path: readonly string[]): XmlNode | undefined =>
  path.reduce(findChild, node);

/** The text of a descendant, trimmed. */
export const textAt = (node: XmlNode | undefined, ...path: readonly string[]): string | undefined =>
  findDescendant(node, ...path)?.text.trim();

/** The number a descendant's text gives. */
export const numberAt = (node: XmlNode | undefined, ...path: readonly string[]): number | undefined => {
  const text = textAt(node, ...path);
  const value = text === undefined || text === '' ? Number.NaN : Number(text);
  return Number.isFinite(value) ? value : undefined;
};

/** An element to be written: its name, attributes, and what is inside. */
export type XmlElement = readonly [
  name: string,
  attributes: Readonly<Record<string, string | number>>,
  content: readonly XmlElement[] | string | number,
];

/** An element without attributes. */
export const createElement = (
  name: string,
  content: readonly (XmlElement | undefined)[] | string | number = [],
  attributes: Readonly<Record<string, string | number>> = {},
): XmlElement => [name, attributes, typeof content === 'object' ? content.filter((one) => one !== undefined) : content];

const ESCAPES: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };

/** Text with everything escaped that XML minds, and control characters, which it forbids, left out. */
const escaped = (text: string): string =>
  [...text]
    .filter((sign) => sign >= ' ' || sign === '\n' || sign === '\t')
    .join('')
    .replace(/[&<>"]/g, (sign) => ESCAPES[sign] ?? sign);

/** Writes an element, two spaces a level. */
export const serialiseElement = ([name, attributes, content]: XmlElement, indent = ''): string => {
  const head = [name, ...Object.entries(attributes).map(([key, value]) => `${key}="${escaped(String(value))}"`)].join(
    ' ',
  );
  if (typeof content !== 'object') return `${indent}<${head}>${escaped(String(content))}</${name}>\n`;
  if (content.length === 0) return `${indent}<${head}/>\n`;
  return `${indent}<${head}>\n${content.map((one) => serialiseElement(one, `${indent}  `)).join('')}${indent}</${name}>\n`;
};
