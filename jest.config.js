/** The suites as scripts/unit.mjs has bundled them, in threads that keep their modules from one suite to the next. */
/** @type {import('jest').Config} */
export default {
  rootDir: '.cache/unit',
  runner: 'jest-light-runner',
  testMatch: ['**/*.test.mjs'],
  setupFiles: ['fake-indexeddb/auto', '<rootDir>/../../scripts/fc-setup.mjs'],
  transform: {},
  moduleFileExtensions: ['mjs', 'js', 'json'],
  maxWorkers: 2,
};
