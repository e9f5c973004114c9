/**
 * Codes that were stored with a space in them before codes had none; they are looked up in the catalogue like any
 * other.
 */
const STORED_CODES = new Set([
  'second alternate',
  'each bar',
  'each chord',
  'runs on',
  'every other bar',
  'two of four bars',
  'thumb alone',
  'fingers alone',
  'melody alone',
  'double stop',
  'natural minor',
  'major pentatonic',
  'minor pentatonic',
  'first and third',
  'letters with H',
  'pulse string',
]);

/** Calls whose texts no user reads: descriptions in a schema, errors of programmers. */
const READ_BY_PROGRAMMERS = new Set(['withDescription', 'fret', 'Error', 'TypeError', 'RangeError']);

const calledName = ({ type, callee }) =>
  type === 'CallExpression' || type === 'NewExpression' ? callee.name : undefined;

const isForProgrammers = (node) => {
  for (let one = node.parent; one; one = one.parent)
    if (READ_BY_PROGRAMMERS.has(calledName(one)) || one.key?.name === 'description') return true;
  return false;
};

/** Forbids texts outside the catalogue: what matches `pattern` and is neither a stored code nor for programmers. */
export default {
  meta: {
    type: 'problem',
    schema: [{ type: 'object', properties: { pattern: { type: 'string' } }, additionalProperties: false }],
    messages: { text: 'Texts are in the catalogue: pass on a message, or use say(…).' },
  },
  create: (context) => {
    const looksRead = new RegExp(context.options[0].pattern);
    const check = (node, text) => {
      if (!looksRead.test(text) || STORED_CODES.has(text) || isForProgrammers(node)) return;
      context.report({ node, messageId: 'text' });
    };
    return {
      'Literal:not(TSLiteralType > Literal)': (node) => typeof node.value === 'string' && check(node, node.value),
      TemplateElement: (node) => check(node, node.value.cooked ?? ''),
    };
  },
};
