const swc = [
  '@swc/jest',
  { jsc: { target: 'es2023', parser: { syntax: 'typescript' } }, module: { type: 'es6' } },
]

/**
 * The server's tests share one database, so `./velvet test` runs everything in one process, file by
 * file.
 */
export default {
  testTimeout: 60_000,
  testMatch: ['<rootDir>/tests/{core,shared,app,cli,server}/**/*.test.ts'],
  transform: { '^.+\\.ts$': swc },
  extensionsToTreatAsEsm: ['.ts'],
  moduleNameMapper: { '^~~/(.*)$': '<rootDir>/$1', '^~/(.*)$': '<rootDir>/app/$1' },
}
