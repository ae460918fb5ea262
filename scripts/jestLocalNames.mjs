/** Local names for common globals in a package's own modules: see jestTransform.mjs. */
const names = 'Math, Number, Object, Array, Map, Set, Int32Array, Float64Array';

export default {
  process: (source) => ({ code: `const { ${names} } = globalThis; ${source}` }),
};
