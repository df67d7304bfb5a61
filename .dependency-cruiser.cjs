/**
 * Arrows run one way, and nothing is allowed that is not listed here: a new folder may import
 * nothing until it is. No circles anywhere.
 */

/** Houses of core, from the ground floor up: each may import those before it. */
const CORE = [
  'scales',
  'optics',
  'light',
  'ambient',
  'colour',
  'medium',
  'kit',
  'model',
  'plan',
  'set',
  'ledger',
  'solve',
  'advise',
  'checks',
  'measure',
  'run',
  'calibration',
  'picture',
  'api',
  'prepare'
]

const TEST = '\\.(test|spec)\\.ts$|/testing\\.ts$|^core/testing\\.ts$|^core/truth/'
/** Packages and Node's own modules. */
const OUTSIDE = ['npm', 'npm-dev', 'core']

const inCore = CORE.map((house, floor) => ({
  from: { path: `^core/${house}/`, pathNot: TEST },
  to: { path: `^core/((guard|text)\\.ts$|(${CORE.slice(0, floor + 1).join('|')})/)`, pathNot: TEST }
}))

module.exports = {
  forbidden: [{ name: 'no circles', severity: 'error', from: {}, to: { circular: true } }],
  allowedSeverity: 'error',
  allowed: [
    ...inCore,
    // Core takes no package but its schema library, one for least squares, one for the sun.
    {
      from: { path: '^core/', pathNot: TEST },
      to: { path: '(^|/)node_modules/(zod|ml-matrix|astronomy-engine)/' }
    },
    {
      from: { path: '^server/', pathNot: TEST },
      to: { path: '^(core|server)/', pathNot: TEST }
    },
    { from: { path: '^server/', pathNot: TEST }, to: { dependencyTypes: ['npm', 'core'] } },
    {
      from: { path: '^simulator/', pathNot: TEST },
      to: { path: '^(core|simulator)/', pathNot: TEST }
    },
    { from: { path: '^simulator/', pathNot: TEST }, to: { dependencyTypes: ['npm', 'core'] } },
    {
      from: { path: '^client/src/', pathNot: TEST },
      to: { path: '^(core|client/src)/', pathNot: TEST }
    },
    { from: { path: '^client/src/', pathNot: TEST }, to: { dependencyTypes: ['npm'] } },
    // Tests, the bench and the scripts may use everything.
    {
      from: { path: `${TEST}|^(e2e|bench|scripts|soak)/` },
      to: { path: '^(core|server|simulator|client|e2e|bench|scripts|soak)/' }
    },
    { from: { path: `${TEST}|^(e2e|bench|scripts|soak)/` }, to: { dependencyTypes: OUTSIDE } },
    // The tools' own configurations.
    { from: { path: '^[^/]+$|^client/vite\\.config\\.ts$' }, to: { dependencyTypes: OUTSIDE } },
    { from: { path: '^playwright\\.config\\.ts$' }, to: { path: '^e2e/' } }
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsConfig: { fileName: 'tsconfig.tests.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'node', 'types', 'default']
    }
  }
}
