/**
 * TypeScript for Jest. Each test file runs in a world of its own, where every look at a global goes
 * a long way round; the sums look at Math so often that they take twice as long for it. So every
 * module gets its own name for it, on its first line so that no line number moves.
 */
import swc from '@swc/jest'

export default {
  createTransformer: () => {
    const plain = swc.createTransformer({
      jsc: { target: 'es2022', parser: { syntax: 'typescript' } },
      module: { type: 'es6' }
    })
    const withMath = (source) => `const Math = globalThis.Math; ${source}`
    return {
      ...plain,
      process: (source, ...rest) => plain.process(withMath(source), ...rest),
      processAsync: (source, ...rest) => plain.processAsync(withMath(source), ...rest),
      getCacheKey: (source, ...rest) => plain.getCacheKey(withMath(source), ...rest)
    }
  }
}
