export default {
  // A busy machine may take its time to load the demo data.
  testTimeout: 180_000,
  testMatch: ['<rootDir>/{core,server,client,scripts,soak}/**/*.test.ts'],
  extensionsToTreatAsEsm: ['.ts'],
  transform: {
    '^.+\\.ts$': [
      '@swc/jest',
      { jsc: { target: 'es2022', parser: { syntax: 'typescript' } }, module: { type: 'es6' } }
    ]
  },
  moduleNameMapper: { '^@core/(.*)$': '<rootDir>/core/$1', '^@/(.*)$': '<rootDir>/client/src/$1' },
  testEnvironment: 'node'
}
