import { tmpdir } from 'node:os'
import { join } from 'node:path'

// Where the tests of a run keep the demo data they share; workers are told by their environment.
process.env.FINE_SPARK_TEST_DEMO ??= join(tmpdir(), `fine-spark-test-demo-${process.pid}`)

export default {
  globalTeardown: '<rootDir>/scripts/jestTeardown.mjs',
  // A busy machine may take its time to load the demo data.
  testTimeout: 180_000,
  // Both cores of a small machine; Jest would leave one of them idle.
  maxWorkers: 2,
  testMatch: ['<rootDir>/{core,server,simulator,client,scripts,soak}/**/*.test.ts'],
  extensionsToTreatAsEsm: ['.ts'],
  transform: {
    '^.+\\.ts$': '<rootDir>/scripts/jestTransform.mjs'
  },
  moduleNameMapper: { '^@core/(.*)$': '<rootDir>/core/$1', '^@/(.*)$': '<rootDir>/client/src/$1' },
  testEnvironment: 'node'
}
