// `npm run mutate [-- --mutate FILES]`: how many small faults, put into the source one at a time, some test notices.
// Not in CI: over an hour. Words, registers and look-up tables are left out: they are read over, or held by the catalogue's tests.
export default {
  packageManager: 'npm',
  testRunner: 'vitest',
  vitest: { configFile: 'scripts/mutate.vitest.ts', related: false },
  mutate: ['core/circuit/*.ts', 'core/gates/*.ts', 'core/readings/*.ts', '!core/**/*.test.ts', '!core/**/index.ts'],
  mutator: { excludedMutations: ['StringLiteral', 'Regex', 'ObjectLiteral', 'ArrayDeclaration'] },
  coverageAnalysis: 'perTest',
  ignoreStatic: true,
  concurrency: 2,
  timeoutMS: 20_000,
  reporters: ['progress-append-only', 'clear-text', 'json'],
  clearTextReporter: { logTests: false, allowColor: false },
  jsonReporter: { fileName: '.cache/mutation.json' },
  tempDirName: '.cache/stryker',
  symlinkNodeModules: true,
  disableTypeChecks: false,
  incremental: true,
  incrementalFile: '.cache/mutation-incremental.json',
};
