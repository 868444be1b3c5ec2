/**
 * TypeScript for Jest by swc, with the numbers of the language bound in each module: a global is looked up through
 * the test's sandbox at each use, which makes computing fifty times slower than it is.
 */
import { createTransformer as swc } from '@swc/jest';

const names = [
  'Array',
  'Float64Array',
  'Infinity',
  'Int32Array',
  'JSON',
  'Map',
  'Math',
  'NaN',
  'Number',
  'Object',
  'Set',
  'String',
  'Uint16Array',
  'Uint8Array',
];

export default {
  createTransformer(options) {
    const plain = swc(options);
    const withGlobals = ({ code, map }, source) => {
      const bound = names.filter((name) => new RegExp(`\\b${name}\\b`).test(source));
      // On the first line, so that every line keeps its number.
      return { code: bound.length === 0 ? code : `const { ${bound.join(', ')} } = globalThis; ${code}`, map };
    };
    return {
      ...plain,
      process: (source, path, how) => withGlobals(plain.process(source, path, how), source),
      processAsync: async (source, path, how) => withGlobals(await plain.processAsync(source, path, how), source),
    };
  },
};
