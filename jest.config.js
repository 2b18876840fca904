/** @type {import('jest').Config} */
export default {
  roots: ['<rootDir>/core', '<rootDir>/web', '<rootDir>/cli', '<rootDir>/server', '<rootDir>/scripts'],
  testEnvironment: 'node',
  testMatch: ['**/*.test.ts'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  setupFiles: ['fake-indexeddb/auto', '<rootDir>/scripts/fc-setup.ts'],
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      {
        jsc: { target: 'es2022', parser: { syntax: 'typescript', tsx: true } },
        module: { type: 'es6' },
      },
    ],
  },
  maxWorkers: 2,
};
