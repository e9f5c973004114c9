import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { createTransformer } from '@swc/jest';

/**
 * The test runner keeps each file in a world of its own, whose globals are looked up through a gate at every use:
 * seven times slower in a loop over samples. Each module takes the ones that loops need once, as it begins.
 */
const NAMES = [
  'Math',
  'Number',
  'Array',
  'Object',
  'Map',
  'Set',
  'Float32Array',
  'Float64Array',
  'Int32Array',
  'Uint8Array',
  'String',
  'Infinity',
  'NaN',
];
const OWN = createHash('sha256')
  .update(readFileSync(new URL(import.meta.url)))
  .digest('hex');

const used = (name, text) => new RegExp(`(?<![.\\w$])${name}(?![\\w$])`).test(text);
const declared = (name, text) =>
  new RegExp(`(?:const|let|var|class|function)\\s+${name}\\b|import[^;]*[{,]\\s*(?:\\w+ as )?${name}\\b[^;]*from`).test(
    text,
  );

const first = (text) => {
  const names = NAMES.filter((name) => used(name, text) && !declared(name, text));
  return names.length === 0 ? '' : `const { ${names.join(', ')} } = globalThis; `;
};

export default {
  createTransformer: (options) => {
    const swc = createTransformer(options);
    const faster = (result, text) => ({ ...result, code: first(text) + result.code });
    return {
      ...swc,
      getCacheKey: (...all) => `${swc.getCacheKey(...all)}-${OWN}`,
      process: (text, ...rest) => faster(swc.process(text, ...rest), text),
      processAsync: async (text, ...rest) => faster(await swc.processAsync(text, ...rest), text),
    };
  },
};
